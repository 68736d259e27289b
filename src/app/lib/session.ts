import { cookies, headers } from 'next/headers';
import { forbidden, notFound, redirect } from 'next/navigation';
import { cache } from 'react';
import { reachOf, type Act } from '../../core/access/roles';
import type { RefusalBase, Result } from '../../core/shared/result';
import { contextFor, web } from '../../main/web';
import { PUBLIC, type Actor } from '../../ports/actor';
import { actorOfSession } from '../../usecases/access/signIn';
import type { Context } from '../../usecases/shared/context';

export const SESSION_COOKIE = 'bookend_session';

export type Staff = Extract<Actor, { kind: 'user' }>;

/** Who is signed in, asked anew: for routes and acts. */
export async function staffOfCookie(): Promise<Staff | null> {
  const token = (await cookies()).get(SESSION_COOKIE)?.value;
  if (!token) return null;
  const actor = await actorOfSession((await web()).ctx, token);
  return actor?.kind === 'user' ? actor : null;
}

/** Who is signed in, for the parts of one page: asked once a page. */
export const currentStaff = cache(staffOfCookie);

/** For a page: who is signed in and may do the act; else the way to sign in, or 403. */
export async function staff(act: Act): Promise<{ actor: Staff; ctx: Context }> {
  const actor = await currentStaff();
  if (!actor) redirect(`/sign-in?to=${encodeURIComponent((await headers()).get('x-path') ?? '/desk')}`);
  if (!reachOf(actor.roles, act)) forbidden();
  return { actor, ctx: await contextFor(actor) };
}

/** For a server action: the same, as a refusal in words. */
export async function staffContext(): Promise<Context | null> {
  // Asked anew each time: a route and an act belong to no page, and nothing that a page remembers may tell who they are.
  const actor = await staffOfCookie();
  return actor ? contextFor(actor) : null;
}

/** For pages that anybody may open. Before it was said whose they are, there are none. */
export async function publicContext(): Promise<Context> {
  const ctx = await firstContext();
  if (!ctx.isSetUp) redirect('/first');
  return ctx;
}

/** For the pages on which it is said. */
export async function firstContext(): Promise<Context> {
  const ctx = await contextFor(PUBLIC);
  if (ctx.isSetUp) return ctx;
  // It may have been said a moment ago, and is not known here yet.
  await (await web()).readSettings();
  return contextFor(PUBLIC);
}

/** A page shows what it was given, or 404, or 403: never more than that. */
export function shown<T, R extends RefusalBase>(result: Result<T, R>): T {
  if (result.ok) return result.value;
  if (result.refusal.code === 'not-allowed') forbidden();
  notFound();
}

/** Where a call comes from; null where nobody told. */
export async function clientAddress(): Promise<string | null> {
  // Told by our own server; without it everybody would share one count, and one could lock out all.
  return (await headers()).get('x-bookend-client') ?? null;
}

/** For routes that take a file: the browser says that one of our own pages sends it. */
export async function isFromHere(): Promise<boolean> {
  const list = await headers();
  const origin = list.get('origin');
  try {
    return origin !== null && new URL(origin).host === list.get('host');
  } catch {
    return false;
  }
}

/** A file's name travels in a header, never in the address. */
export function fileNameOf(request: Request): string {
  try {
    return decodeURIComponent(request.headers.get('x-file-name') ?? 'file').slice(0, 200);
  } catch {
    return 'file';
  }
}
