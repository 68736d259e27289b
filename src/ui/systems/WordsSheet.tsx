'use client';

import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import Tab from '@mui/material/Tab';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Tabs from '@mui/material/Tabs';
import TextField from '@mui/material/TextField';
import Link from '../shared/Link';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { LANGUAGE_NAMES, LANGUAGES, type Language } from '../../core/letters/mailings';
import { REGISTER_LANGUAGE } from '../../core/systems/phrasebook';
import type { WordsLine, WordsView } from '../../core/systems/views';
import type { SystemActs } from '../shared/acts';
import { useSay } from '../shared/Say';
import { stillHere } from '../shared/notDone';

const KINDS: Readonly<Record<WordsLine['kind'], string>> = {
  system: 'system',
  title: 'collection',
  place: 'asked where',
  purposes: 'used for',
  categories: 'holds',
  recipients: 'goes to',
  retention: 'kept',
  source: 'comes from',
  transfers: 'transfers',
  automatedDecisions: 'decisions',
  field: 'field',
};
/** Lines on the page at once; a filter reaches the others. */
const MOST_SHOWN = 150;

interface Props {
  view: WordsView;
  sayInLanguage: SystemActs['sayInLanguage'];
}

/** What packs and letters say of the register, in each language: what ships is proposed, what nobody has said stands first. */
export function WordsSheet({ view, sayInLanguage }: Props) {
  const [onlyMissing, setOnlyMissing] = useState((view.missing[view.language] ?? 0) > 0);
  const [filter, setFilter] = useState('');
  const wanted = filter.trim().toLowerCase();
  const isMissing = (line: WordsLine) => line.own === null && line.shipped === null;
  const found = view.lines.filter(
    (line) =>
      (!onlyMissing || (isMissing(line) && line.kind !== 'field')) &&
      (wanted === '' ||
        [line.phrase, line.own, line.shipped, line.system].some((text) => text?.toLowerCase().includes(wanted))),
  );
  const lines = [...found.filter(isMissing), ...found.filter((line) => !isMissing(line))].slice(0, MOST_SHOWN);
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Words in other languages</h1>
          <p className="sub">
            The <Link href="/systems">register</Link> as people read it in packs and letters. A statement of which a
            word is missing is left out and said to be not recorded.
          </p>
        </div>
      </div>
      <section className="sheet" aria-label={`Words in ${LANGUAGE_NAMES[view.language]}`}>
        <Tabs value={view.language} aria-label="Languages">
          {LANGUAGES.filter((one) => one !== REGISTER_LANGUAGE).map((one) => (
            <Tab
              key={one}
              value={one}
              component={Link}
              href={`/systems/words?lang=${one}`}
              label={tabLabel(one, view.missing[one] ?? 0)}
            />
          ))}
        </Tabs>
        <div className="pad row">
          <TextField
            size="small"
            label="Find"
            sx={{ width: 260 }}
            value={filter}
            onChange={(event) => setFilter(event.target.value)}
          />
          <FormControlLabel
            control={<Switch checked={onlyMissing} onChange={(event) => setOnlyMissing(event.target.checked)} />}
            label="Only what is missing"
          />
          <span className="muted" role="status">
            {found.length} {found.length === 1 ? 'phrase' : 'phrases'}
            {found.length > lines.length ? `, ${lines.length} shown` : ''}
          </span>
        </div>
        {lines.length === 0 ? (
          <p className="empty">
            {onlyMissing && wanted === ''
              ? `Everything the register says is said in ${LANGUAGE_NAMES[view.language]}.`
              : 'Nothing like that stands in the register.'}
          </p>
        ) : (
          <Table size="small" sx={{ '& td, & th': { paddingBlock: 0.5 } }}>
            <TableHead>
              <TableRow>
                <TableCell>where</TableCell>
                <TableCell>in the register</TableCell>
                <TableCell sx={{ width: '46%' }}>in {LANGUAGE_NAMES[view.language]}</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {lines.map((line) => (
                <WordsRow
                  key={`${line.kind} ${line.phrase}`}
                  line={line}
                  language={view.language}
                  mayChange={view.mayChange}
                  sayInLanguage={sayInLanguage}
                />
              ))}
            </TableBody>
          </Table>
        )}
      </section>
    </>
  );
}

function tabLabel(language: Language, missing: number): string {
  return missing > 0 ? `${LANGUAGE_NAMES[language]} · ${missing} missing` : LANGUAGE_NAMES[language];
}

/** What is typed is kept when the field is left, or with Enter; Escape takes it back. */
function WordsRow({
  line,
  language,
  mayChange,
  sayInLanguage,
}: {
  line: WordsLine;
  language: Language;
  mayChange: boolean;
  sayInLanguage: Props['sayInLanguage'];
}) {
  const [words, setWords] = useState(line.own ?? '');
  const [failure, setFailure] = useState<string | null>(null);
  const [kept, setKept] = useState(line.own ?? '');
  // Leaving the field while what Enter sent is on its way sends nothing twice.
  const sent = useRef(line.own ?? '');
  const tell = useSay();
  const router = useRouter();
  const keep = async () => {
    if (words.trim() === sent.current) return;
    sent.current = words.trim();
    const result = await sayInLanguage({ phrase: line.phrase, language, words: words.trim() }).catch(stillHere);
    setFailure(result.ok ? null : result.message);
    if (!result.ok) {
      sent.current = kept;
      return;
    }
    setKept(words.trim());
    tell(words.trim() ? `Said in ${LANGUAGE_NAMES[language]} from now on` : 'As it ships again', true);
    router.refresh();
  };
  const isMissing = kept === '' && line.shipped === null;
  return (
    <TableRow>
      <TableCell className="muted" sx={{ whiteSpace: 'nowrap' }}>
        {line.kind === 'system' ? 'system' : `${line.system}, ${KINDS[line.kind]}`}
      </TableCell>
      <TableCell>
        {isMissing && line.kind !== 'field' && (
          <span className="ochre" title="Nobody has said it yet">
            ▲{' '}
          </span>
        )}
        {line.kind === 'field' ? <code>{line.phrase}</code> : line.phrase}
      </TableCell>
      <TableCell>
        {mayChange ? (
          <TextField
            variant="standard"
            fullWidth
            value={words}
            error={failure !== null}
            helperText={failure}
            placeholder={line.shipped ?? 'not said yet'}
            slotProps={{
              input: { sx: { fontSize: 13, '&::before': { borderColor: 'transparent' } } },
              htmlInput: { 'aria-label': `${line.phrase} in ${LANGUAGE_NAMES[language]}`, lang: language },
            }}
            onChange={(event) => setWords(event.target.value)}
            onBlur={() => void keep()}
            onKeyDown={(event) => {
              if (event.key === 'Enter') void keep();
              if (event.key === 'Escape') setWords(kept);
            }}
          />
        ) : (
          kept || line.shipped || <span className="ochre">▲ not said yet</span>
        )}
      </TableCell>
    </TableRow>
  );
}
