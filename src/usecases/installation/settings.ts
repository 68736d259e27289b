import * as yup from 'yup';
import type { AccessRefusal } from '../../core/access/refusals';
import type { SaveSettingsRefusal } from '../../core/installation/refusals';
import { SECTION_SCHEMAS, type SaveSettings } from '../../core/installation/schema';
import {
  isPicture,
  isSecret,
  namesOf,
  settingOf,
  SETTINGS,
  type Section,
  type SettingName,
  type Settings,
} from '../../core/installation/settings';
import type { SectionView, SettingsChange, SettingView } from '../../core/installation/views';
import { authorityOf } from '../../core/letters/authorities';
import { ok, refuse, type Result } from '../../core/shared/result';
import { validateWhole } from '../../core/shared/validateWhole';
import { userNames } from '../../db/access/users';
import {
  keepSettings,
  noteSettingsChange,
  settingsChanges,
  settingsOf,
  type SettingsChangeRow,
} from '../../db/installation/settings';
import type { Handle } from '../../db/shared/handle';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { recordTrail } from '../trail/recordTrail';
import { logoFrom } from './logo';
import { opened } from './readKept';
import { settingSecrets } from './sealed';

const HISTORY = 20;
/** A secret was given for the place that these name: where one of them changes, it has to be given again. */
const PLACE_OF: Partial<Record<SettingName, readonly SettingName[]>> = {
  mailPassword: ['mailHost', 'mailUser'],
  imapPassword: ['imapHost', 'imapUser', 'oauthUrl'],
  oauthSecret: ['oauthUrl', 'oauthClient'],
};

/** One part of the setup: what holds, who says so, and how it came to that. */
export async function readSection(ctx: Context, section: Section): Promise<Result<SectionView, AccessRefusal>> {
  if (!reach(ctx, 'installation.see')) return refuse({ code: 'not-allowed', act: 'installation.see' });
  return ctx.reading(async (h) => {
    const row = await settingsOf(h, section);
    const kept = row ? opened(ctx, row) : {};
    const names = await userNames(h);
    return ok({
      section,
      mayChange: reach(ctx, 'installation.change') !== null,
      settings: namesOf(section).map((name) => viewOf(ctx, kept, name)),
      provenAt: row?.proven_at ?? null,
      isBeingProven: row?.proof_hash != null,
      history: (await settingsChanges(h, section, HISTORY)).map((change) => historyOf(change, names)),
    });
  });
}

/** Saves one part of the setup. What the environment says stays as it is; a secret left empty is kept. */
export async function saveSettings(ctx: Context, input: SaveSettings): Promise<Result<null, SaveSettingsRefusal>> {
  if (!reach(ctx, 'installation.change')) return refuse({ code: 'not-allowed', act: 'installation.change' });
  const { section } = input;
  const checked = checkSection(ctx, section, input.values);
  if (!checked.ok) return checked;
  const said = checked.value;
  if (said.logo) {
    const { logo } = ctx.organisation.brand;
    const drawn = said.logo === logo ? logo : await logoFrom(said.logo);
    if (!drawn) return refuse({ code: 'settings-wrong', problems: { logo: 'This picture cannot be read.' } });
    said.logo = drawn;
  }
  return ctx.transaction((h) => keepSection(ctx, h, section, said));
}

/** In the transaction of whoever begins the installation, too. */
export async function keepSection(
  ctx: Context,
  h: Handle,
  section: Section,
  said: Settings,
): Promise<Result<null, SaveSettingsRefusal>> {
  const row = await settingsOf(h, section, 'to change it');
  const before = row ? opened(ctx, row) : {};
  const after: Settings = {};
  for (const name of namesOf(section)) {
    const value = isSecret(name) && !said[name] ? before[name] : said[name];
    if (value) after[name] = value;
  }
  for (const [secret, places] of Object.entries(PLACE_OF) as [SettingName, SettingName[]][]) {
    if (!namesOf(section).includes(secret) || !before[secret] || said[secret]) continue;
    // Where there is no place any more, nothing is kept for it.
    if (!after[places[0]!]) delete after[secret];
    else if (places.some((place) => (before[place] ?? '') !== (after[place] ?? '')))
      return refuse({ code: 'secret-again' });
  }
  const apart = (settings: Settings, wantSecret: boolean) =>
    Object.fromEntries(
      (Object.entries(settings) as [SettingName, string][]).filter(([name]) => isSecret(name) === wantSecret),
    ) as Settings;
  const secrets = apart(after, true);
  if (JSON.stringify(sorted(before)) === JSON.stringify(sorted(after))) return ok(null);
  const now = ctx.clock.real();
  await keepSettings(h, {
    section,
    said: apart(after, false),
    secrets_sealed:
      Object.keys(secrets).length > 0 ? settingSecrets.closeUnder(ctx.keys, null, secrets, section) : null,
    // Whether the new settings work has not been seen yet.
    proven_at: null,
    proof_hash: null,
    changed_by: ctx.actor.id,
    changed_at: now,
  });
  await noteSettingsChange(h, {
    section,
    changed_by: ctx.actor.id,
    changed_at: now,
    before: veiled(before),
    after: veiled(after),
  });
  await recordTrail(ctx, h, 'settings-changed', section, changedLabels(before, after).join(', '));
  return ok(null);
}

/** What was typed, checked; only what belongs to this part. */
export function checkSection(
  ctx: Context,
  section: Section,
  values: Record<string, string>,
): Result<Settings, SaveSettingsRefusal> {
  const said: Record<string, unknown> = {};
  for (const name of namesOf(section)) {
    const { given } = ctx.layers;
    // What the environment says is shown and cannot be typed over: a form that sends it back unchanged says nothing.
    if (given[name] !== undefined) {
      if (values[name] && !isSecret(name) && values[name] !== given[name])
        return refuse({ code: 'set-by-environment', setting: name });
      said[name] = given[name];
    } else said[name] = values[name] ?? '';
  }
  const problems: Record<string, string> = {};
  let checked: Settings = {};
  try {
    checked = validateWhole(SECTION_SCHEMAS[section] as yup.Schema, said, { stripUnknown: true }) as Settings;
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error;
    for (const fault of error.inner.length > 0 ? error.inner : [error]) problems[fault.path ?? ''] ??= fault.message;
  }
  if (section === 'organisation' && checked.country && !checked.authority && !authorityOf(checked.country))
    problems['authority'] =
      'Bookend does not know the supervisory authority of this country. Write its name and address.';
  if (Object.keys(problems).length > 0) return refuse({ code: 'settings-wrong', problems });
  for (const name of namesOf(section)) if (ctx.layers.given[name] !== undefined) delete checked[name];
  return ok(checked);
}

function viewOf(ctx: Context, kept: Settings, name: SettingName): SettingView {
  const { value, from } = settingOf({ ...ctx.layers, kept }, name);
  return {
    name,
    label: SETTINGS[name].label,
    value: isSecret(name) ? '' : value,
    from,
    env: from === 'environment' ? SETTINGS[name].env : null,
    isSecret: isSecret(name),
    isKept: isSecret(name) && value !== '',
  };
}

/** That a secret or a picture was set is told; what it was is not. */
function veiled(settings: Settings): Settings {
  return Object.fromEntries(
    (Object.entries(settings) as [SettingName, string][]).map(([name, value]) => [
      name,
      isSecret(name) ? '•••' : isPicture(name) && value ? `a picture, ${value.length} letters` : value,
    ]),
  );
}

function sorted(settings: Settings): [string, string][] {
  return Object.entries(settings).sort(([a], [b]) => (a < b ? -1 : 1));
}

function changedLabels(before: Settings, after: Settings): string[] {
  return ([...new Set([...Object.keys(before), ...Object.keys(after)])] as SettingName[])
    .filter((name) => before[name] !== after[name])
    .map((name) => SETTINGS[name].label);
}

function historyOf(
  { changed_by, changed_at, before, after }: SettingsChangeRow,
  names: Map<string, string>,
): SettingsChange {
  const all = [...new Set([...Object.keys(before), ...Object.keys(after)])] as SettingName[];
  return {
    by: names.get(changed_by) ?? changed_by,
    at: changed_at,
    changed: all
      // Of a secret it is not kept whether it is another one.
      .filter((name) => before[name] !== after[name] || isSecret(name))
      .map((name) => ({
        label: SETTINGS[name]?.label ?? name,
        before: before[name] ?? '',
        after: after[name] ?? '',
      })),
  };
}
