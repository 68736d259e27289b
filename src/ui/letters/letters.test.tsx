/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { show } from '../../../test/support/screen';
import { choose } from '../../../test/support/fields';
import { TEMPLATE_IDS } from '../../core/letters/templateList';
import type { TemplateView } from '../../core/letters/views';
import { LetterEditor } from './LetterEditor';
import { LettersPanel } from './LettersPanel';

const WORDING =
  'About {{ref}}\n\nYou asked us {{right}}.\n\n?upheld We stand by it.\n\n## If you disagree\n\n- {{remedies}}\n- or write';
const FIELDS = [
  { name: 'ref', isNeeded: false },
  { name: 'remedies', isNeeded: true },
];

beforeAll(() => {
  // What the test's document lacks of a real one, for the editor's sense of place.
  Range.prototype.getClientRects = () => ({ length: 0, item: () => null, [Symbol.iterator]: [][Symbol.iterator] });
  Range.prototype.getBoundingClientRect = () => new DOMRect();
  document.elementFromPoint = () => null;
});

function Editing({
  start = WORDING,
  seen,
  isEditable = true,
}: {
  start?: string;
  seen: string[];
  isEditable?: boolean;
}) {
  const [value, setValue] = useState(start);
  return (
    <LetterEditor
      value={value}
      language="en"
      fields={FIELDS}
      isEditable={isEditable}
      change={(template) => {
        seen.push(template);
        setValue(template);
      }}
    />
  );
}

test('a wording is shown as it will look, with its fields as pieces and its conditions', async () => {
  show(<Editing seen={[]} />);
  expect(screen.getByLabelText<HTMLInputElement>('Subject').value).toBe('About {{ref}}');
  const box = await screen.findByLabelText('Wording');
  expect([...box.querySelectorAll('[data-field]')].map((chip) => chip.textContent)).toEqual(['right', 'remedies']);
  expect(box.querySelector('h2')!.textContent).toBe('If you disagree');
  expect(box.querySelectorAll('li')).toHaveLength(2);
  expect(box.querySelector('[data-only=upheld]')!.textContent).toBe('We stand by it.');
});

test('a field is put in, the subject is changed, and the rest of the wording stays to the letter', async () => {
  const seen: string[] = [];
  show(<Editing seen={seen} />);
  await screen.findByLabelText('Wording');
  fireEvent.change(screen.getByLabelText('Subject'), { target: { value: 'On {{ref}}' } });
  expect(seen.at(-1)).toBe(WORDING.replace('About', 'On'));
  choose('Put in', 'remedies *');
  await waitFor(() => expect(seen.at(-1)).toMatch(/^On \{\{ref\}\}\n\n/));
  expect(seen.at(-1)!.match(/\{\{remedies\}\}/g)).toHaveLength(2);
  expect(seen.at(-1)).toContain('?upheld We stand by it.\n\n## If you disagree\n\n- {{remedies}}\n- or write');
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await waitFor(() => expect(seen.at(-1)).toBe(WORDING.replace('About', 'On')));
});

test('who may only read changes nothing', async () => {
  show(<Editing seen={[]} isEditable={false} />);
  const box = await screen.findByLabelText('Wording');
  await waitFor(() => expect(box.getAttribute('contenteditable')).toBe('false'));
  expect(screen.getByLabelText<HTMLInputElement>('Subject').readOnly).toBe(true);
  expect(screen.queryByRole('toolbar')).toBeNull();
});

test('each letter in each language is edited by itself, previewed and saved; what the server says is said', async () => {
  const templates = TEMPLATE_IDS.flatMap((template) =>
    ['en', 'da', 'de', 'nl'].map(
      (language): TemplateView =>
        ({
          template,
          language,
          text: `${template} ${language}\n\nWords.`,
          version: 0,
          isOwn: false,
          by: null,
          at: null,
          fields: FIELDS,
        }) as TemplateView,
    ),
  );
  const saved: unknown[] = [];
  show(
    <LettersPanel
      templates={templates}
      zone="Europe/Copenhagen"
      mayChange
      previewTemplate={async () => ({ ok: true, value: { subject: 'As it looks', text: 'Words as they look' } })}
      saveTemplate={async (wording) => (saved.push(wording), { ok: false, message: 'It lacks the remedies.' })}
    />,
  );
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Save as a new version' }).disabled).toBe(true);
  fireEvent.change(screen.getByLabelText('Subject'), { target: { value: 'We have it' } });
  choose('Language', 'Danish');
  await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>('Subject').value).toBe('acknowledgement da'));
  choose('Language', 'English');
  await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>('Subject').value).toBe('We have it'));
  fireEvent.click(screen.getByRole('button', { name: 'Preview' }));
  await screen.findByText('As it looks');
  fireEvent.click(screen.getByRole('button', { name: 'Save as a new version' }));
  await screen.findByText('It lacks the remedies.');
  expect(saved).toEqual([{ template: 'acknowledgement', language: 'en', text: 'We have it\n\nWords.' }]);
  expect(screen.getByLabelText<HTMLInputElement>('Subject').value).toBe('We have it');
});
