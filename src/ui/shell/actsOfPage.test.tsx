/** @jest-environment jsdom */
import { fireEvent, screen, waitFor } from '@testing-library/react';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { show } from '../../../test/support/screen';
import { ActButton } from '../shared/ActButton';
import { isCommand } from '../shared/keys';
import { actsOfPage, focusNextAct } from './actsOfPage';
import { Palette } from './Palette';

beforeAll(() => {
  global.ResizeObserver ??= class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
  Element.prototype.scrollIntoView ??= () => {};
});

const done: string[] = [];
const act = (what: string) => async () => (done.push(what), { ok: true as const, value: null });

function Sheet() {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <main>
        <h1 tabIndex={-1}>A request</h1>
        <Button>
          <kbd>T</kbd> theirs
        </Button>
        <ActButton act={act('first')}>Ask first</ActButton>
        <ActButton primary act={act('next')}>
          Decide it
        </ActButton>
        <ActButton disabled act={act('never')}>
          Not open
        </ActButton>
        <div role="grid" aria-label="rows">
          <Button>In a row</Button>
        </div>
      </main>
      <button onClick={() => setOpen(true)}>Find</button>
      <Palette isOpen={isOpen} onClose={() => setOpen(false)} places={[]} mayOpen={false} find={async () => []} />
    </>
  );
}

test('every act that can be done is offered once, with its key; what is not open and rows of lists are not', () => {
  show(<Sheet />);
  expect(actsOfPage(document.querySelector('main')).map(({ words, key }) => [words, key])).toEqual([
    ['theirs', 'T'],
    ['Ask first', null],
    ['Decide it', null],
  ]);
});

test('E leads to the next act and does nothing', () => {
  show(<Sheet />);
  focusNextAct(document.querySelector('main'));
  expect(document.activeElement!.textContent).toBe('Decide it');
  expect(done).toEqual([]);
});

test('the palette does what it offers, found by a part of its words', async () => {
  done.length = 0;
  show(<Sheet />);
  fireEvent.click(screen.getByText('Find'));
  fireEvent.change(await screen.findByPlaceholderText(/A name, an address/), { target: { value: 'decide' } });
  expect(screen.queryByRole('option', { name: 'Ask first' })).toBeNull();
  fireEvent.click(await screen.findByRole('option', { name: 'Decide it' }));
  await waitFor(() => expect(done).toEqual(['next']));
});

test('an act whose button is gone leaves the focus where the work goes on', async () => {
  function Once() {
    const [isThere, setThere] = useState(true);
    return (
      <main>
        <h1>A request</h1>
        <div data-stage-now tabIndex={-1}>
          Decide
        </div>
        {isThere && (
          <ActButton
            act={async () => {
              setThere(false);
              return { ok: true, value: null };
            }}
          >
            Start the trace
          </ActButton>
        )}
      </main>
    );
  }
  show(<Once />);
  const button = screen.getByRole('button', { name: 'Start the trace' });
  button.focus();
  fireEvent.click(button);
  await waitFor(() => expect(document.activeElement!.textContent).toBe('Decide'));
  // The keys of a review act from there, too.
  const acts: boolean[] = [];
  const hear = (event: KeyboardEvent) => acts.push(isCommand(event, document.createElement('div')));
  window.addEventListener('keydown', hear);
  fireEvent.keyDown(document.activeElement!, { key: 't' });
  window.removeEventListener('keydown', hear);
  expect(acts).toEqual([true]);
});
