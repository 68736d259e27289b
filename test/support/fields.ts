import { fireEvent, screen, within } from '@testing-library/react';

/** Chooses in a field of several, as somebody does: opens it and takes what is called so. */
export function choose(label: string | RegExp, option: string | RegExp) {
  fireEvent.mouseDown(screen.getByLabelText(label, { selector: '[role=combobox]' }));
  fireEvent.click(within(screen.getByRole('listbox')).getByRole('option', { name: option }));
}

/** Types a day, as the field takes it where its region is Britain. @param day ISO */
export async function typeDay(label: string | RegExp, day: string) {
  const group = await screen.findByRole('group', { name: label });
  const [year, month, date] = day.split('-');
  const input = group.parentElement!.querySelector<HTMLInputElement>('input')!;
  fireEvent.change(input, { target: { value: `${date}/${month}/${year}` } });
}

/** The day a field shows, as its region writes it; empty where none is typed. */
export async function dayIn(label: string | RegExp): Promise<string> {
  const group = await screen.findByRole('group', { name: label });
  return group.parentElement!.querySelector<HTMLInputElement>('input')!.value;
}

/** What is chosen in a field of several, in words. */
export const chosen = (label: string | RegExp) =>
  screen.getByLabelText(label, { selector: '[role=combobox]' }).textContent;

/** Opens what is folded to a line. */
export const unfold = (line: string | RegExp) => fireEvent.click(screen.getByRole('button', { name: line }));
