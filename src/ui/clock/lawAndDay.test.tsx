/** @jest-environment jsdom */
import { fireEvent, screen } from '@testing-library/react';
import { REF, requestLine, requestView } from '../../../test/support/requests';
import { acts, button, type } from '../../../test/support/requestActions';
import { narrow, show } from '../../../test/support/screen';
import { ClockPanel } from './ClockPanel';
import { RequestList } from '../requests/RequestList';

beforeAll(narrow);

const ZONE = 'Europe/Copenhagen';
const TODAY = '2026-11-24';

describe('the law and the day', () => {
  test('what would happen is said, and nothing is written', async () => {
    const { called, actions } = acts({
      whatIf: { ok: true, value: { dueOn: '2027-02-02', state: 'running', workingDaysLeft: 44 } },
    });
    show(<ClockPanel request={requestView()} zone={ZONE} today={TODAY} actions={actions} />);
    fireEvent.click(button('Work it out'));
    await screen.findByText('Then the answer is due Tue 2 Feb 2027, with 44 working days left on that day.');
    expect(called).toEqual([['whatIf', { ref: REF, kind: 'extended', on: TODAY }]]);
  });

  test('a law that is not the one proposed says so; a correction needs its reason', async () => {
    const { called, actions } = acts({
      changeBasis: {
        ok: false,
        message: 'It cannot have been received in the future.',
        fields: { receivedOn: 'Not yet.' },
      },
    });
    show(
      <ClockPanel
        request={requestView({
          proposed: {
            laws: [{ regime: 'us-ca', reasons: [{ code: 'place', place: 'CA, US', law: 'California' }] }],
            reasons: [],
          },
          changes: [
            {
              at: '2026-11-23T08:00:00Z',
              by: 'Signe',
              regimeWas: 'uk-gdpr',
              regime: 'eu-gdpr',
              receivedWas: '2026-11-01',
              receivedOn: '2026-11-02',
              reason: 'A letter.',
            },
          ],
        })}
        zone={ZONE}
        today={TODAY}
        actions={actions}
      />,
    );
    expect(screen.getByText(/California is proposed/)).toBeTruthy();
    expect(
      screen.getByText(/UK GDPR became GDPR, received Sun 1 Nov 2026 became Mon 2 Nov 2026. A letter./),
    ).toBeTruthy();
    fireEvent.click(button('Correct the laws or the day of receipt'));
    fireEvent.click(button('Correct and work the clock out anew'));
    await screen.findByText(/Say why in a sentence/);
    expect(called).toEqual([]);
    type('Why it is corrected', 'It lay in York.');
    fireEvent.click(button('Correct and work the clock out anew'));
    await screen.findByText('Not yet.');
    expect(called).toEqual([
      ['changeBasis', { ref: REF, regimes: ['eu-gdpr'], receivedOn: '2026-11-02', reason: 'It lay in York.' }],
    ]);
  });

  test('our own mark that is missed is a shape and words in the list', () => {
    show(
      <RequestList
        lines={[requestLine({ missedTarget: 'decide', regime: 'uk-gdpr', regimes: ['uk-gdpr'] })]}
        open={1}
        next={null}
        mayOpen
        waiting={3}
      />,
    );
    expect(screen.getByTitle('our own mark to decide is missed').textContent).toContain('▲');
    expect(screen.getByText('UK GDPR')).toBeTruthy();
    expect(screen.getByRole('link', { name: '3 came by mail' })).toBeTruthy();
  });
});
