/** @jest-environment jsdom */
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { run } from '../../../test/support/runs';
import { show } from '../../../test/support/screen';
import { dayIn, typeDay } from '../../../test/support/fields';
import type { RunView } from '../../core/runs/views';
import type { RebuildView } from '../../core/standing/views';
import type { LedgerView } from '../../core/ledger/views';
import type { LedgerFault } from '../../core/ledger/verify';
import { LedgerSheet } from './LedgerSheet';
import { ProofSheet } from './ProofSheet';

const ZONE = 'Europe/Copenhagen';

describe('proof', () => {
  const head = {
    size: 12,
    root: 'ab'.repeat(32),
    signedAt: '2026-11-24T08:00:00Z',
    signature: 'x',
    publicKey: 'y',
    trees: [],
  };
  type Props = Parameters<typeof ProofSheet>[0];
  const sheet = (more: Partial<Props> = {}, actions: Partial<Props['actions']> = {}) => {
    const fail = async (): Promise<never> => {
      throw new Error('no connection');
    };
    return (
      <ProofSheet
        head={head}
        deposit={null}
        exports={[]}
        purposes={[{ id: 'newsletter', title: 'Newsletter' }]}
        zone={ZONE}
        mayRemove={false}
        removal={null}
        rebuild={null}
        {...more}
        actions={{
          startDeposit: fail,
          proveChoice: fail,
          startExport: fail,
          startRebuild: fail,
          countSealed: fail,
          startRemoval: fail,
          stop: fail,
          ...actions,
        }}
      />
    );
  };
  const rebuild = (differing: number, onlyLook = false, more: Partial<RunView> = {}): RebuildView => ({
    ...run({ kind: 'rebuild-folds', counts: { people: 40, differing }, ...more }),
    onlyLook,
  });

  test.each([
    [rebuild(0, false, { state: 'running', done: 10, total: 40 }), '10 of 40 people'],
    [rebuild(0), 'The standing of all 40 people is what their choices say.'],
    [rebuild(2, true), '2 of 40 people had another standing than their choices say; nothing was changed.'],
    [rebuild(2), 'all were put right.'],
  ])('a rebuild says how far it is or what it found: %j', (view, words) => {
    show(sheet({ rebuild: view }));
    expect(
      within(screen.getByRole('region', { name: 'Standing against the choices' })).getByRole('status').textContent,
    ).toContain(words);
  });

  test('comparing only and rebuilding are two acts', async () => {
    const asked: boolean[] = [];
    show(
      sheet({}, { startRebuild: async ({ onlyLook }) => (asked.push(onlyLook), { ok: true, value: { id: 'reb_1' } }) }),
    );
    fireEvent.click(screen.getByRole('button', { name: 'Compare only' }));
    await waitFor(() => expect(asked).toEqual([true]));
    await waitFor(() =>
      expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Rebuild every standing' }).disabled).toBe(false),
    );
    fireEvent.click(screen.getByRole('button', { name: 'Rebuild every standing' }));
    await waitFor(() => expect(asked).toEqual([true, false]));
  });

  test('a head that no witness has is said; a choice that is not there cannot be proven', async () => {
    show(sheet({}, { proveChoice: async () => ({ ok: false, message: 'There is no such choice.' }) }));
    expect(screen.getByText('No head has been deposited with the witness yet.')).toBeTruthy();
    fireEvent.change(screen.getByLabelText('Choice (cho_…)'), { target: { value: 'cho_none' } });
    fireEvent.click(screen.getByRole('button', { name: 'Prove it' }));
    await screen.findByText('There is no such choice.');
  });

  test('sealed parts are counted first, and their number typed; a supervisor alone is offered it', async () => {
    const removed: [string, number][] = [];
    const { unmount } = show(
      sheet(
        { mayRemove: true },
        {
          countSealed: async () => ({ ok: true, value: { count: 7 } }),
          startRemoval: async ({ beforeDay, typed }) => (
            removed.push([beforeDay, typed]),
            typed === 7 ? { ok: true, value: { id: 'rem_1' } } : { ok: false, message: 'There are 7.' }
          ),
        },
      ),
    );
    await typeDay('recorded before', '2020-01-01');
    fireEvent.click(screen.getByRole('button', { name: 'Count them' }));
    fireEvent.change(await screen.findByLabelText('Number'), { target: { value: '8' } });
    fireEvent.click(screen.getByRole('button', { name: 'Remove 7 sealed parts' }));
    await screen.findByText('There are 7.');
    fireEvent.change(screen.getByLabelText('Number'), { target: { value: '7' } });
    fireEvent.click(screen.getByRole('button', { name: 'Remove 7 sealed parts' }));
    await waitFor(() =>
      expect(removed).toEqual([
        ['2020-01-01', 8],
        ['2020-01-01', 7],
      ]),
    );
    unmount();
    show(sheet());
    expect(screen.queryByRole('button', { name: 'Count them' })).toBeNull();
  });

  test('an export that cannot be asked for loses nothing of the form', async () => {
    show(sheet());
    await typeDay('from', '2026-01-01');
    fireEvent.submit(screen.getByRole('form', { name: 'Export' }));
    await screen.findByText(/What you typed is still here/);
    expect(await dayIn('from')).toBe('01/01/2026');
  });
});

describe('the seal', () => {
  const view = (verification: LedgerView['verification']): LedgerView => ({
    size: { choices: 4084, folios: 12 },
    head: { root: 'cd'.repeat(32), signedAt: '2026-11-24T08:00:00Z' },
    verification,
    purposes: [],
    systems: [],
    lines: [],
    next: null,
  });
  const found = { ...run({ counts: { choices: 4084 } }), faults: [] as LedgerFault[] };
  const seal = (verification: LedgerView['verification']) => {
    const { unmount } = show(
      <LedgerSheet
        view={view(verification)}
        sources={[]}
        zone={ZONE}
        mayImport={false}
        startVerification={async () => ({ ok: true, value: { id: 'ver_1' } })}
        stop={async () => ({ ok: true, value: null })}
      />,
    );
    const said = screen.getByRole('status', { name: 'Seal' }).textContent;
    const isOff = screen.queryByRole('button', { name: 'Verify the ledger' }) === null;
    unmount();
    return { said, isOff };
  };

  test('not yet, how far, agreed', () => {
    expect(seal(null).said).toContain('has not been verified yet');
    expect(seal({ ...found, state: 'running', done: 3 })).toMatchObject({
      said: expect.stringContaining('3 of 12 folios') as string,
      isOff: true,
    });
    expect(seal(found)).toMatchObject({
      said: expect.stringContaining('✓ Verified Tue 24 Nov 2026 09:01: 4,084 choices agree') as string,
      isOff: false,
    });
  });

  test.each<[LedgerFault, string]>([
    [{ tree: 0, code: 'choice-altered', folio: 3, leaf: 1, choice: 'c' }, 'Folio 3, leaf 1: the choice was altered.'],
    [{ tree: 0, code: 'sealed-part-altered', folio: 3, leaf: 1, choice: 'c' }, 'the sealed part was altered'],
    [{ tree: 0, code: 'numbers-altered', folio: 3, leaf: 1, choice: 'c' }, 'the numbers by which it is counted'],
    [{ tree: 0, code: 'choices-missing', folio: 3, expected: 5, found: 4 }, 'Folio 3 has 4 choices; 5 were sealed.'],
    [{ tree: 0, code: 'folio-root-wrong', folio: 3 }, 'does not follow from its choices'],
    [{ tree: 0, code: 'folio-missing', folio: 3 }, 'Folio 3 is missing.'],
    [{ tree: 0, code: 'head-signature-wrong', size: 12 }, 'signature is not ours'],
    [{ tree: 0, code: 'head-root-wrong', size: 12, expected: 'a', found: 'b' }, 'does not lead to the signed head'],
    [{ tree: 0, code: 'head-size-wrong', expected: 12, found: 11 }, 'counts 12 folios; 11 are here'],
    [{ tree: 0, code: 'deposit-differs', size: 12, signedAt: '2026-11-24T08:00:00Z' }, 'another head of 12 folios'],
    [{ tree: 2, code: 'folio-missing', folio: 3 }, 'Tree 2: Folio 3 is missing.'],
    [{ tree: 0, code: 'deposit-beyond', size: 12, signedAt: '2026-11-24T08:00:00Z' }, 'some are gone'],
  ])('%j is said in words', (fault, words) => {
    const { said } = seal({ ...found, faults: [fault] });
    expect(said).toContain('✕ 1 fault.');
    expect(said).toContain(words);
  });
});
