'use server';

import { cookies } from 'next/headers';
import { redirect } from 'next/navigation';
import { anchorOf } from '../../ui/shell/HelpSheet';
import type { PaletteHit } from '../../ui/shell/Palette';
import { closeForGoodInput, keepColumnsInput, pathInput } from '../../core/access/schema';
import * as help from '../../usecases/desk/help';
import * as own from '../../usecases/access/ownView';
import * as colleagues from '../../usecases/access/signIn';
import { findPeople } from '../../usecases/people/findPeople';
import { findRequests } from '../../usecases/requests/findRequests';
import { act } from '../lib/act';
import { SESSION_COOKIE, staffContext } from '../lib/session';

export const keepColumns = act(keepColumnsInput, own.keepColumns);
export const closeForGood = act(closeForGoodInput, own.closeForGood);

export const readHelpOf = act(pathInput, help.readHelpOf);

/** Requests by reference, people by whatever was typed, and what is said of pages. */
export async function findAnything(words: string): Promise<PaletteHit[]> {
  const ctx = await staffContext();
  if (!ctx) return [];
  const requests = (await findRequests(ctx, words)).map(({ ref, right, stage }) => ({
    href: `/requests/${ref}`,
    title: ref,
    sub: `${right}, ${stage}`,
  }));
  const pages = help.findHelp(ctx, words).map(({ path, title, paragraphs }) => ({
    href: `/help#${anchorOf(path)}`,
    title: `Help: ${title}`,
    sub: paragraphs[0]?.slice(0, 80) ?? '',
  }));
  if (/^bk-/i.test(words.trim())) return requests;
  const people = await findPeople(ctx, { words });
  return [
    ...requests,
    ...(people.ok
      ? people.value.slice(0, 8).map((person) => ({
          href: `/people/${person.id}`,
          title: person.name ?? '(no name)',
          sub: `${person.isLoose ? 'sounds alike · ' : ''}${person.identifiers[0]?.value ?? ''}`,
        }))
      : []),
    ...pages,
  ];
}

export async function signOut(): Promise<void> {
  const jar = await cookies();
  const token = jar.get(SESSION_COOKIE)?.value;
  const ctx = await staffContext();
  if (token && ctx) await colleagues.signOut(ctx, token);
  jar.delete(SESSION_COOKIE);
  redirect('/sign-in');
}
