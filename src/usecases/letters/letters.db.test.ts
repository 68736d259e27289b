import { seedLedger } from '../../../test/support/ledger';
import { must } from '../../../test/support/must';
import { testWorld, type TestWorld } from '../../../test/support/database';
import { insertUser } from '../../db/access/users';
import type { Context } from '../shared/context';
import { decide } from '../requests/decide';
import { openRequest } from '../intake/openRequest';
import { recordClockEvent } from '../clock/recordClockEvent';
import { previewTemplate, readTemplates, saveTemplate } from './templates';

let world: TestWorld;
let signe: Context;
let mikkel: Context;

beforeAll(async () => {
  world = await testWorld('letters');
  await seedLedger(world);
  await world.worker.transaction(async (h) => {
    for (const [id, role] of [
      ['usr_signe', 'coordinator'],
      ['usr_mikkel', 'supervisor'],
    ] as const)
      await insertUser(h, {
        id,
        email: `${id}@x.example`,
        name: id,
        password_hash: 'x',
        roles: [role],
        active: true,
        created_at: '2026-01-01T00:00:00Z',
      });
  });
  signe = world.user('usr_signe', 'coordinator');
  mikkel = world.user('usr_mikkel', 'supervisor');
});
afterAll(() => world.close());

const refusal = (result: { ok: boolean; refusal?: { code: string } }) => (result.ok ? null : result.refusal!.code);
async function opened(language: string, right: 'access' | 'withdrawal' = 'access'): Promise<string> {
  const { ref } = must(
    await openRequest(signe, {
      right,
      receivedAt: world.worker.clock.now(),
      channel: 'phone',
      person: { givenName: 'Ida', familyName: 'Vang', emails: ['ida@mail.example'] },
      text: null,
      language,
    }),
  );
  await world.drain();
  return ref;
}
const last = () => world.mails.at(-1)!;

test.each([
  ['en', 'We have your request', 'Dear Ida Vang,'],
  ['da', 'Vi har din anmodning', 'Kære Ida Vang'],
  ['de', 'Wir haben Ihre Anfrage', 'Guten Tag Ida Vang,'],
  ['nl', 'Wij hebben uw verzoek', 'Beste Ida Vang,'],
  ['fr', 'We have your request', 'Dear Ida Vang,'],
])('letters in %s', async (language, subject, greeting) => {
  const ref = await opened(language);
  expect(last().subject).toBe(`${subject} (${ref})`);
  expect(last().text.startsWith(greeting)).toBe(true);
  expect(last().text).not.toMatch(/\{\{|undefined/);
});

test('a question goes to the person in the act that puts it on the clock; nothing found is said as that', async () => {
  const ref = await opened('da');
  must(await recordClockEvent(signe, { ref, kind: 'clarification-asked', reason: 'Hvilken butik?' }));
  await world.drain();
  expect(last()).toMatchObject({
    subject: `Et spørgsmål til din anmodning (${ref})`,
    text: expect.stringContaining('Hvilken butik?'),
  });
  must(await decide(signe, { ref, outcome: 'refuse', ground: 'no-data', reason: 'Ingen poster under adressen.' }));
  await world.drain();
  expect(last().subject).toBe(`Vi har intet om dig (${ref})`);
});

test('a changed wording is a new version, used from then on and named by the letter; back is a version too', async () => {
  const text =
    'Tak for din anmodning\n\nVi modtog den {{receivedOn}} og svarer senest {{dueOn}}. Se {{statusLink}} med ordet {{statusWord}}.';
  expect(refusal(await saveTemplate(signe, { template: 'acknowledgement', language: 'da', text }))).toBe('not-allowed');
  expect(
    refusal(await saveTemplate(mikkel, { template: 'acknowledgement', language: 'da', text: 'Tak\n\n{{receivedOn}}' })),
  ).toBe('template-lacks-field');
  expect(
    refusal(await saveTemplate(mikkel, { template: 'acknowledgement', language: 'da', text: `${text} {{cpr}}` })),
  ).toBe('template-unknown-field');
  expect(must(await saveTemplate(mikkel, { template: 'acknowledgement', language: 'da', text }))).toEqual({
    version: 1,
  });
  const ref = await opened('da');
  expect(last().subject).toBe(`Tak for din anmodning (${ref})`);
  expect(
    await world
      .knex('letters')
      .orderBy('queued_at', 'desc')
      .orderBy('id')
      .select('template_version')
      .whereIn('request_id', world.knex('requests').select('id').where({ ref }))
      .first(),
  ).toEqual({ template_version: 1 });
  await opened('en');
  expect(last().subject).toMatch(/^We have your request/);
  must(await saveTemplate(mikkel, { template: 'acknowledgement', language: 'da', text: '' }));
  await opened('da');
  expect(last().subject).toMatch(/^Vi har din anmodning/);
  expect(
    must(await readTemplates(mikkel)).find(
      ({ template, language }) => template === 'acknowledgement' && language === 'da',
    ),
  ).toMatchObject({ version: 2, isOwn: false, by: 'usr_mikkel' });
});

test('a preview shows made-up values, or what is wrong', () => {
  expect(
    must(previewTemplate(signe, { template: 'completion', language: 'de', text: 'Fertig\n\n{{what}}\n\n{{remedies}}' }))
      .text,
  ).toContain('Art. 77 DSGVO');
  expect(refusal(previewTemplate(signe, { template: 'completion', language: 'de', text: '' }))).toBe(
    'template-without-subject',
  );
});
