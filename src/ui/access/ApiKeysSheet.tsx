'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import Button from '@mui/material/Button';
import TableBody from '@mui/material/TableBody';
import TableHead from '@mui/material/TableHead';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { addKeyInput, type AddKey } from '../../core/access/schema';
import { SCOPE_WORDS, SCOPES, type Scope } from '../../core/access/scopes';
import type { ApiKeyView, NewSecret } from '../../core/access/views';
import { sayInstant } from '../../core/shared/days';
import { FormChoose } from '../fields/FormChoose';
import { FormTicks } from '../fields/FormTicks';
import { tellFields } from '../fields/tellFields';
import { useFields } from '../fields/useFields';
import { ActButton } from '../shared/ActButton';
import type { SetupActs } from '../shared/acts';
import type { ActionResult } from '../shared/actionResult';
import { ListTable } from '../shared/ListTable';
import { ShownOnce } from './ShownOnce';
import { FailureNote } from '../shared/FailureNote';
import { stillHere } from '../shared/notDone';

type Acts = Pick<SetupActs, 'makeApiKey' | 'rotateApiKey' | 'revokeApiKey'>;

interface Props {
  keys: ApiKeyView[];
  systems: { id: string; name: string }[];
  zone: string;
  mayChange: boolean;
  actions: Acts;
}

/** What machines call with: whose calls they are, what they may do, when they called last. */
export function ApiKeysSheet({ keys, systems, zone, mayChange, actions }: Props) {
  const [told, setTold] = useState<{ name: string; secret: string } | null>(null);
  return (
    <>
      <div className="page-head">
        <div>
          <h1>Keys for the API</h1>
          <p className="sub">
            Each is bound to one system, may do what you choose, and is shown once. The calls are described at{' '}
            <a href="/api/v1/openapi.json">/api/v1/openapi.json</a>.
          </p>
        </div>
      </div>
      {told && (
        <ShownOnce what={`The secret of “${told.name}”, for the header Authorization: Bearer …`} secret={told.secret} />
      )}
      <section className="sheet" aria-label="Keys">
        {keys.length === 0 ? (
          <p className="pad muted">No machine may call yet. Make a key for the shop, or for whoever sends.</p>
        ) : (
          <KeysTable keys={keys} zone={zone} mayChange={mayChange} actions={actions} tell={setTold} />
        )}
      </section>
      {mayChange && <NewKeyForm systems={systems} makeApiKey={actions.makeApiKey} tell={setTold} />}
    </>
  );
}

function KeysTable({
  keys,
  zone,
  mayChange,
  actions,
  tell,
}: Omit<Props, 'systems'> & { tell: (told: { name: string; secret: string }) => void }) {
  const rotate = async ({ id, name }: ApiKeyView): Promise<ActionResult<NewSecret>> => {
    const result = await actions.rotateApiKey({ id });
    if (result.ok) tell({ name, secret: result.value.secret });
    return result;
  };
  return (
    <ListTable aria-label="Keys for the API">
      <TableHead>
        <tr>
          {['name', 'system', 'may', 'made', 'last used', ''].map((name) => (
            <th key={name}>{name}</th>
          ))}
        </tr>
      </TableHead>
      <TableBody>
        {keys.map((key) => (
          <tr key={key.id}>
            <td>
              <b>{key.name}</b>
              {key.revokedAt && <span className="muted"> revoked {sayInstant(key.revokedAt, zone)}</span>}
            </td>
            <td>{key.system}</td>
            <td>{key.scopes.map((scope) => SCOPE_WORDS[scope as Scope] ?? scope).join('; ')}</td>
            <td>
              {sayInstant(key.madeAt, zone)}
              {key.madeBy && <span className="muted"> by {key.madeBy}</span>}
            </td>
            <td>{key.lastUsedAt ? sayInstant(key.lastUsedAt, zone) : 'never'}</td>
            <td>
              {mayChange && !key.revokedAt && (
                <span className="row">
                  <ActButton
                    act={() => rotate(key)}
                    done="Another secret; the old one is refused from now on"
                    ask={{
                      title: `Another secret for “${key.name}”?`,
                      text: 'Whoever still calls with the old one is refused at once.',
                      yes: 'Make another secret',
                    }}
                  >
                    Another secret
                  </ActButton>
                  <ActButton
                    act={() => actions.revokeApiKey({ id: key.id })}
                    done="Revoked"
                    ask={{
                      title: `Revoke “${key.name}” for good?`,
                      text: `Calls of ${key.system} with it are refused at once. It cannot be taken back.`,
                      yes: 'Revoke it',
                    }}
                  >
                    Revoke
                  </ActButton>
                </span>
              )}
            </td>
          </tr>
        ))}
      </TableBody>
    </ListTable>
  );
}

const EMPTY: AddKey = { name: '', systemId: '', scopes: [] };

function NewKeyForm({
  systems,
  makeApiKey,
  tell,
}: Pick<Props, 'systems'> & Pick<Acts, 'makeApiKey'> & { tell: (told: { name: string; secret: string }) => void }) {
  const { control, register, handleSubmit, setError, reset, formState } = useFields<AddKey>({
    resolver: yupResolver(addKeyInput),
    defaultValues: EMPTY,
  });
  const [failure, setFailure] = useState<string | null>(null);
  const router = useRouter();
  const submit = handleSubmit(async (values) => {
    setFailure(null);
    const result = await makeApiKey(values).catch(stillHere);
    if (!result.ok) {
      setFailure(result.message);
      return tellFields(setError, result.fields);
    }
    tell({ name: values.name, secret: result.value.secret });
    reset(EMPTY);
    router.refresh();
  });
  const { errors } = formState;
  return (
    <form onSubmit={submit} noValidate className="sheet" style={{ marginTop: 14 }} aria-label="Make a key">
      <header>
        <h2>Make a key</h2>
      </header>
      <div className="pad fields">
        <FailureNote text={failure} />
        <div className="pair">
          <TextField
            id="key-name"
            {...register('name')}
            label="What it is for"
            error={Boolean(errors.name)}
            helperText={errors.name?.message ?? 'Such as “web shop, choices at the checkout”.'}
          />
          <FormChoose
            name="systemId"
            control={control}
            label="Whose calls they are"
            options={systems.map(({ id, name }) => [id, name] as const)}
            error={errors.systemId?.message}
          />
        </div>
        <FormTicks
          name="scopes"
          control={control}
          legend="What it may do"
          options={SCOPES.map((scope) => [
            scope,
            <>
              {SCOPE_WORDS[scope]} <span className="muted mono">{scope}</span>
            </>,
          ])}
          error={(errors.scopes as { message?: string } | undefined)?.message}
        />
        <div className="row">
          <Button type="submit" variant="contained" disabled={formState.isSubmitting}>
            Make the key
          </Button>
        </div>
      </div>
    </form>
  );
}
