/** @jest-environment jsdom */
import { fireEvent, screen } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import type { WordingDraft } from '../../core/asks/schema';
import type { FairnessView, WordingShown } from '../../core/asks/views';
import { AsksSheet } from './AsksSheet';

const version = (more: Partial<WordingShown>): WordingShown => ({
  id: 'checkout',
  version: 1,
  validFrom: '2026-01-01T00:00:00Z',
  isMaterial: false,
  place: 'checkout',
  method: 'tick-box',
  purposes: ['newsletter'],
  words: { en: 'The newsletter?' },
  ...more,
});

const button = (name: string) => screen.getByRole<HTMLButtonElement>('button', { name });

function sheet(found: Omit<FairnessView, 'version'>, may = { mayDraft: true, mayPublish: true }) {
  const published: WordingDraft[] = [];
  show(
    <AsksSheet
      wordings={[version({}), version({ version: 2, words: { en: 'The newsletter, twice a month?' } })]}
      purposes={[{ id: 'newsletter', title: 'Newsletter', kind: 'consent' }]}
      now="2026-11-24T08:00:00Z"
      zone="UTC"
      {...may}
      actions={{
        checkWording: async () => ({ ok: true, value: { ...found, version: 3 } }),
        countAsk: async () => ({
          ok: true,
          value: [{ version: 2, yes: 3, no: 1, withdrawn: 1, people: 4, standing: 3 }],
        }),
        publishWording: async (draft) => (published.push(draft as WordingDraft), { ok: true, value: { version: 3 } }),
      }}
    />,
  );
  return published;
}

test('another version begins with the last, is looked at before it can be published, and again after each edit', async () => {
  const published = sheet({ faults: [], doubts: [] });
  expect(screen.getByText('The newsletter, twice a month?')).toBeTruthy();
  fireEvent.click(button('Change'));
  expect(button('Publish').disabled).toBe(true);
  const english = screen.getByLabelText<HTMLTextAreaElement>('In English');
  expect(english.value).toBe('The newsletter, twice a month?');
  fireEvent.change(english, { target: { value: 'The newsletter? I can stop at any time.' } });
  fireEvent.click(button('Is it fair?'));
  await screen.findByText(/No fault was found in its words. It would be version 3./);
  fireEvent.change(english, { target: { value: 'The newsletter, twice a month? I can stop it.' } });
  expect(button('Publish').disabled).toBe(true);
  fireEvent.click(button('Is it fair?'));
  await screen.findByText(/It would be version 3./);
  fireEvent.click(button('Publish'));
  await screen.findByText('Published as version 3');
  expect(published).toMatchObject([{ id: 'checkout', words: { en: 'The newsletter, twice a month? I can stop it.' } }]);
});

test('the boxes for a form, the sheet of paper, and a version beside the one before it', async () => {
  sheet({ faults: [], doubts: [] });
  fireEvent.click(screen.getByText('on a form, at a counter'));
  expect((await screen.findByText(/type="checkbox" name="newsletter"/)).textContent).not.toContain('checked>');
  expect(screen.getByRole('link', { name: 'English' }).getAttribute('href')).toBe(
    '/ledger/asks/checkout/paper?lang=en',
  );
  fireEvent.click(screen.getByText(/2 versions/));
  expect((await screen.findByText(', twice a month')).tagName).toBe('INS');
  fireEvent.click(button('How many answered each, and stand on which'));
  expect(await screen.findByRole('table', { name: 'Answers by version' })).toBeTruthy();
});

test('a fault cannot be published; a doubt asks for its reason', async () => {
  sheet({ faults: [{ text: 'It presses.', better: 'Do not.', law: 'GDPR art. 7' }], doubts: [] });
  fireEvent.click(button('Change'));
  fireEvent.click(button('Is it fair?'));
  await screen.findByText(/It presses/);
  expect(button('Publish').disabled).toBe(true);
});

test('what is missing is said at its field; whoever may only draft does not publish; whoever may only see changes nothing', async () => {
  sheet(
    { faults: [], doubts: [{ text: 'It is vague.', better: 'Name it.', law: 'GDPR art. 5' }] },
    { mayDraft: true, mayPublish: false },
  );
  fireEvent.click(button('A new ask'));
  fireEvent.click(button('Is it fair?'));
  await screen.findByText('Give it a short name.');
  await screen.findByText('Write it in at least one language.');
  fireEvent.click(button('Leave it'));
  fireEvent.click(button('Change'));
  fireEvent.click(button('Is it fair?'));
  await screen.findByLabelText('Why it is right all the same');
  expect(button('Publish').disabled).toBe(true);
  expect(screen.getByText('A supervisor publishes.')).toBeTruthy();
});
