/** @jest-environment jsdom */
import { fireEvent, screen } from '@testing-library/react';
import { show } from '../../../test/support/screen';
import { useHalfFilled } from './useHalfFilled';

function Sheet() {
  const { asked, stay, leave } = useHalfFilled();
  return (
    <main>
      <form className="filters">
        <input aria-label="find" />
      </form>
      <section>
        <textarea aria-label="note" defaultValue="as it was" />
        <button type="button">Note it</button>
      </section>
      <a href="/elsewhere">away</a>
      <a href="/file.csv" download>
        file
      </a>
      {asked && (
        <p>
          asked {asked} <button onClick={stay}>stay</button> <button onClick={leave}>leave</button>
        </p>
      )}
    </main>
  );
}
const type = (label: string, value: string) => {
  fireEvent.focusIn(screen.getByLabelText(label));
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
};
const unloads = () => {
  const event = new Event('beforeunload', { cancelable: true });
  window.dispatchEvent(event);
  return !event.defaultPrevented;
};
// What jsdom cannot do, follow a link, is said on its console: the link is left to nobody here.
const away = (name = 'away') => {
  const link = screen.getByText(name);
  link.addEventListener('click', (event) => event.preventDefault(), { once: true });
  fireEvent.click(link);
};

test('whoever typed and did not hand it over is asked; staying loses nothing, leaving goes', () => {
  show(<Sheet />);
  type('note', 'half a thought');
  expect(unloads()).toBe(false);
  away();
  expect(screen.getByText(/asked \/elsewhere/)).toBeTruthy();
  fireEvent.click(screen.getByText('stay'));
  expect(screen.queryByText(/asked/)).toBeNull();
  expect(screen.getByLabelText<HTMLTextAreaElement>('note').value).toBe('half a thought');
});

test('leaving goes where one wanted', () => {
  const { went } = show(<Sheet />);
  type('note', 'half a thought');
  away();
  fireEvent.click(screen.getByText('leave'));
  expect(went).toEqual(['/elsewhere']);
});

test.each([
  ['nothing was typed', () => fireEvent.focusIn(screen.getByLabelText('note'))],
  ['it stands as it was', () => type('note', 'as it was')],
  ['it was emptied', () => type('note', '  ')],
  ['it only narrows a list', () => type('find', 'words')],
  [
    'it was handed over',
    () => {
      type('note', 'a whole thought');
      fireEvent.click(screen.getByText('Note it'));
    },
  ],
])('nobody is asked where %s', (_, work) => {
  show(<Sheet />);
  work();
  expect(unloads()).toBe(true);
  away();
  expect(screen.queryByText(/asked/)).toBeNull();
});

test('a file that is fetched leads nowhere', () => {
  show(<Sheet />);
  type('note', 'half a thought');
  away('file');
  expect(screen.queryByText(/asked/)).toBeNull();
});
