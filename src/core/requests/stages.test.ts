import { nextAct } from './nextAct';
import { stageOf, stagesOf, type StageFacts } from './stages';

describe('stages and next acts', () => {
  const facts = (more: Partial<StageFacts>): StageFacts => ({
    right: 'access',
    identity: 'none',
    trace: 'none',
    matchesUndecided: 0,
    decision: 'none',
    carriedOut: false,
    answered: false,
    appeal: 'none',
    authority: 'not-needed',
    ...more,
  });
  test.each<[Partial<StageFacts>, string]>([
    [{}, 'identity'],
    [{ identity: 'asked' }, 'identity'],
    [{ identity: 'proven' }, 'trace'],
    [{ identity: 'proven', trace: 'finished', matchesUndecided: 2 }, 'trace'],
    [{ identity: 'proven', trace: 'finished' }, 'decide'],
    [{ identity: 'proven', trace: 'finished', decision: 'fulfil' }, 'carry-out'],
    [{ identity: 'proven', trace: 'finished', decision: 'fulfil', carriedOut: true }, 'answer'],
    [{ decision: 'refuse' }, 'answer'],
    [{ answered: true }, 'closed'],
    [{ right: 'objection' }, 'decide'],
  ])('%j is in %s', (more, stage) => expect(stageOf(facts(more))).toBe(stage));

  test('objection skips identity and trace', () =>
    expect(stagesOf('objection')).toEqual(['intake', 'decide', 'carry-out', 'answer', 'closed']));

  test.each<[Partial<StageFacts>, Parameters<typeof nextAct>[2], string, string | null]>([
    [{}, { pack: 'none', plan: 'none', helpers_open: 0 }, 'ask-identity', 'us'],
    [{ identity: 'asked' }, { pack: 'none', plan: 'none', helpers_open: 0 }, 'wait-for-identity', 'person'],
    [{ identity: 'failed' }, { pack: 'none', plan: 'none', helpers_open: 0 }, 'refuse-identity', 'us'],
    [
      { identity: 'proven', trace: 'running' },
      { pack: 'none', plan: 'none', helpers_open: 0 },
      'wait-for-trace',
      'machine',
    ],
    [
      { identity: 'proven', trace: 'finished', decision: 'fulfil' },
      { pack: 'none', plan: 'none', helpers_open: 0 },
      'build-pack',
      'us',
    ],
    [
      { identity: 'proven', trace: 'finished', decision: 'fulfil', carriedOut: true },
      { pack: 'ready', plan: 'none', helpers_open: 0 },
      'send-pack',
      'us',
    ],
    [
      { right: 'erasure', identity: 'proven', trace: 'finished', decision: 'fulfil' },
      { pack: 'none', plan: 'draft', helpers_open: 0 },
      'confirm-plan',
      'us',
    ],
    [{ answered: true }, { pack: 'sent', plan: 'none', helpers_open: 0 }, 'nothing', null],
  ])('%j leads to', (more, carry, code, waitsOn) => {
    const all = facts(more);
    expect(nextAct(stageOf(all), all, carry)).toMatchObject({ code, waitsOn });
  });
});
