'use client';

import TextField from '@mui/material/TextField';
import type { SystemKind } from '../../core/systems/kinds';
import { Fold } from '../shared/Fold';
import type { Reached } from '../../core/systems/views';

interface Props {
  kind: SystemKind;
  values: Readonly<Record<string, string>>;
  /** Names of secrets that are kept already. */
  sealed: readonly string[];
  problems: Readonly<Record<string, string>>;
  change: (name: string, value: string) => void;
}

/** What a kind of system has to be told. Secrets are typed blind and never shown again. */
export function SettingsFields({ kind, values, sealed, problems, change }: Props) {
  return (
    <div className="fields">
      {kind.settings.map(({ name, label, help, isSecret, isLong, isNeeded }) => (
        <TextField
          key={name}
          id={`setting-${name}`}
          label={label}
          value={values[name] ?? ''}
          required={Boolean(isNeeded) && !sealed.includes(name)}
          onChange={(event) => change(name, event.target.value)}
          type={isSecret ? 'password' : 'text'}
          autoComplete={isSecret ? 'new-password' : 'off'}
          multiline={Boolean(isLong)}
          {...(isLong ? { minRows: 8, maxRows: 18 } : {})}
          error={Boolean(problems[name])}
          helperText={
            problems[name] ?? (sealed.includes(name) ? `Kept, sealed. Leave it empty to keep it. ${help}` : help)
          }
          slotProps={{ htmlInput: { spellCheck: false, ...(isLong ? { className: 'mono' } : {}) } }}
        />
      ))}
      {kind.rights && (
        <Fold summary="The smallest rights its account needs">
          <p className="mono secret">
            {kind.rights.map((line) => (
              <span key={line} style={{ display: 'block' }}>
                {line}
              </span>
            ))}
          </p>
        </Fold>
      )}
    </div>
  );
}

/** What came of reaching a system: what it holds, or what is wrong and what to try. */
export function ReachedNote({ reached }: { reached: Reached | null }) {
  if (!reached) return null;
  if (reached.ok)
    return (
      <p className="note good" role="status">
        ✓ It answers: {reached.collections} {reached.collections === 1 ? 'collection' : 'collections'} with{' '}
        {reached.fields} fields.
      </p>
    );
  return (
    <div className="note bad" role="alert">
      <p>
        <b>{reached.what}</b> {reached.advice}
      </p>
      <p className="mono muted">{reached.said}</p>
    </div>
  );
}
