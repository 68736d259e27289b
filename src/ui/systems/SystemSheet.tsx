'use client';

import Link from '../shared/Link';
import { canBeRead, isSql, kindOf, sayKind } from '../../core/systems/kinds';
import type { SystemView } from '../../core/systems/views';
import { sayInstant } from '../../core/shared/days';
import type { ActionResult } from '../shared/actionResult';
import { ActButton } from '../shared/ActButton';
import { ConnectionPanel } from './ConnectionPanel';
import { FieldsPanel } from './FieldsPanel';
import { ReferencesPanel } from './ReferencesPanel';
import { RegisterPanel } from './RegisterPanel';
import { SearchingPanel } from './SearchingPanel';
import type { SystemActs } from '../shared/acts';
import './systems.css';

/** One system: how it is reached, what is there, what that holds, what it is for, and whether it is searched. */
export function SystemSheet({ system, actions, zone }: { system: SystemView; actions: SystemActs; zone: string }) {
  const collections = [
    ...new Set([
      ...system.fields.map(({ collection }) => collection),
      ...system.register.map(({ collection }) => collection),
    ]),
  ];
  const kind = kindOf(system.kind);
  const open = system.fields.filter(({ proposed, isConfirmed }) => proposed !== null && !isConfirmed).length;
  return (
    <>
      <div className="page-head">
        <div>
          <p>
            <Link href="/systems">Systems</Link>
          </p>
          <h1>{system.name}</h1>
          <p className="sub">
            {sayKind(system.kind)}. {system.owner} answers for it
            {system.ownerEmail ? `, ${system.ownerEmail}` : ''}.
          </p>
        </div>
        <span className={system.error ? 'late' : 'muted'}>
          {system.error
            ? `✕ ${system.error}`
            : system.reachedAt
              ? `✓ reached ${sayInstant(system.reachedAt, zone)}`
              : 'not reached yet'}
        </span>
      </div>
      <div className="stack">
        {kind && kind.settings.length > 0 && <ConnectionPanel system={system} kind={kind} actions={actions} />}
        {kind && canBeRead(system.kind) && (
          <section className="sheet" aria-labelledby="there">
            <header>
              <h2 id="there">What is there</h2>
              <span className="muted">
                {system.readAt
                  ? `read ${sayInstant(system.readAt, zone)}; ` +
                    `${open > 0 ? `${open} fields wait for somebody to confirm them` : 'every field with a sign of a person is confirmed'}`
                  : 'not read yet'}
              </span>
            </header>
            <div className="pad stack">
              <p className="muted">
                Bookend looks at names of fields and at a hundred records of each collection, keeps none of them, and
                proposes what each field holds. It is searched by what you confirm.
              </p>
              {system.mayChange && (
                <div className="row">
                  <ActButton
                    primary={system.readAt === null}
                    act={() => actions.readFields({ id: system.id })}
                    done={`${system.name} was read`}
                  >
                    {system.readAt ? 'Read it again' : 'Read what is there'}
                  </ActButton>
                  {system.kind !== 'rest' && openIn(system).length > 1 && (
                    <ActButton
                      act={() => confirmAll(system, actions)}
                      done={`${system.name} is searched by what was proposed`}
                      ask={{
                        title: 'Confirm all as it is proposed?',
                        text: `${openIn(system).join(', ')}: each field holds what stands beside it below. It can be changed later.`,
                        yes: 'Confirm all',
                      }}
                    >
                      Confirm all as proposed
                    </ActButton>
                  )}
                </div>
              )}
              {collections
                .filter((collection) => system.fields.some((one) => one.collection === collection))
                .map((collection) => (
                  <FieldsPanel
                    key={collection}
                    system={system}
                    collection={collection}
                    confirmFields={actions.confirmFields}
                  />
                ))}
            </div>
          </section>
        )}
        {(isSql(system.kind) || system.references.length > 0) && system.readAt !== null && (
          <ReferencesPanel system={system} actions={actions} />
        )}
        <RegisterPanel system={system} collections={collections} changeRegister={actions.changeRegister} />
        {kind && system.kind !== 'tills' && (
          <SearchingPanel system={system} changeSearching={actions.changeSearching} trySearch={actions.trySearch} />
        )}
      </div>
    </>
  );
}

/** Collections in which something is proposed that nobody has confirmed. */
const openIn = ({ fields }: SystemView): string[] => [
  ...new Set(
    fields.filter(({ proposed, isConfirmed }) => proposed !== null && !isConfirmed).map(({ collection }) => collection),
  ),
];

/** One collection after the other; the first that is refused says why. */
async function confirmAll(system: SystemView, { confirmFields }: SystemActs): Promise<ActionResult> {
  for (const collection of openIn(system)) {
    const fields = system.fields.filter((field) => field.collection === collection);
    const result = await confirmFields({
      system: system.id,
      collection,
      holds: Object.fromEntries(
        fields.map(({ field, isConfirmed, holds, proposed }) => [field, isConfirmed ? holds : proposed]),
      ),
      roles: Object.fromEntries(fields.map(({ field, role }) => [field, role])),
    });
    if (!result.ok) return result;
  }
  return { ok: true, value: null };
}
