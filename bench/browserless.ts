import { readFileSync } from 'node:fs';

const ADDRESS = process.env['BENCH_ADDRESS']!;
const PROCESS = process.env['BENCH_WEB_PROCESS']!;

/** Signs in as a browser without scripts does: the form is fetched and posted with its hidden fields. */
export async function signIn(email: string): Promise<string> {
  const page = await (await fetch(`${ADDRESS}/sign-in`)).text();
  const form = new FormData();
  for (const [, name, value] of page.matchAll(/<input type="hidden" name="([^"]+)"(?: value="([^"]*)")?/g))
    form.set(name!, (value ?? '').replaceAll('&quot;', '"').replaceAll('&amp;', '&'));
  form.set('email', email);
  form.set('password', 'larkmere');
  const answer = await fetch(`${ADDRESS}/sign-in`, {
    method: 'POST',
    body: form,
    redirect: 'manual',
    headers: { origin: ADDRESS },
  });
  const cookie = answer.headers
    .getSetCookie()
    .find((one) => one.startsWith('bookend_session='))
    ?.split(';')[0];
  if (!cookie) throw new Error(`signing in as ${email} answered ${answer.status} without a session`);
  return cookie;
}

/** Of the web's process and those it has started, megabytes. */
export const residentMb = (process = PROCESS): number => {
  const own = Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${process}/status`, 'utf8'))![1]) / 1024;
  const started = readFileSync(`/proc/${process}/task/${process}/children`, 'utf8').trim().split(' ').filter(Boolean);
  return started.reduce((sum, one) => sum + residentMb(one), own);
};
