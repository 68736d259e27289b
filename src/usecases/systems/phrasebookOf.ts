import { spellOut } from '../../core/words/spellOut';
import { languageOf } from '../../core/letters/mailings';
import { entryIn, phrasebook, titleIn, type Phrasebook } from '../../core/systems/phrasebook';
import type { RegisterEntry } from '../../core/packs/cover';
import { listSystems, registerEntries } from '../../db/systems/systems';
import { registerWords } from '../../db/systems/words';
import type { Handle } from '../../db/shared/handle';

/** The register as one language says it. */
export interface SaidRegister {
  say: Phrasebook;
  /** Only what the organisation itself has said: names of fields and values. */
  own: Phrasebook;
  /** A system's name. */
  system(id: string): string;
  /** A collection, by `system/collection`. */
  place(place: string): string;
  entries: RegisterEntry[];
}

/** @param language of the person; what we do not speak is said in English */
export async function saidRegister(h: Handle, language: string | null | undefined): Promise<SaidRegister> {
  const said = await registerWords(h, languageOf(language));
  const say = phrasebook(languageOf(language), said);
  const names = new Map((await listSystems(h)).map(({ id, name }) => [id, name]));
  const system = (id: string) => say(names.get(id) ?? id) ?? names.get(id) ?? id;
  const entries = (await registerEntries(h)).map((entry) =>
    entryIn(entry, names.get(entry.system) ?? entry.system, say),
  );
  const titles = new Map(entries.map((entry) => [`${entry.system}/${entry.collection}`, entry.title]));
  const unnamed = (place: string): string => {
    const [id = '', collection = ''] = [place.slice(0, place.indexOf('/')), place.slice(place.indexOf('/') + 1)];
    return titleIn(`${names.get(id) ?? id} · ${spellOut(collection)}`, names.get(id) ?? id, say);
  };
  return {
    say,
    own: (phrase) => said.get(phrase) ?? null,
    system,
    place: (place) => titles.get(place) ?? unnamed(place),
    entries,
  };
}
