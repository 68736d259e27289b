import type { NoticeAnswers } from '../src/core/notices/schema';
import type { Result, RefusalBase } from '../src/core/shared/result';
import { publishNotice } from '../src/usecases/notices/publishNotice';
import { checkNotices, readNotice } from '../src/usecases/notices/readNotices';
import { saveNotice, sendNotice, startNotice } from '../src/usecases/notices/writeNotice';
import type { Context } from '../src/usecases/shared/context';

const ANSWERS: NoticeAnswers = {
  places: ['EEA', 'UK', 'US-CA'],
  children: 'no',
  age: null,
  transfers: 'yes',
  safeguards: 'the standard contractual clauses of the EU',
  automated: 'no',
  marketing: 'yes',
  sells: 'yes',
};

/** Sentences that somebody wrote years ago, and that nobody has looked at since. */
const OLD =
  'We never share your data with third parties.\n\n' +
  'If there should be a breach of security, we tell the authority within 7 days.';

function must<T>(result: Result<T, RefusalBase>): T {
  if (!result.ok) throw new Error(`a notice of the demo: ${result.refusal.code}`);
  return result.value;
}

/** The privacy notice, published with sentences that are not so; the one of the pages waits for a second look; a prize draw is begun. */
export async function addNotices(coordinator: Context, supervisor: Context): Promise<void> {
  const at = async (id: string) => ({ id, basedOn: must(await readNotice(coordinator, { id })).save });
  must(await startNotice(coordinator, { id: 'privacy', kind: 'privacy', address: '' }));
  const { texts } = must(await readNotice(coordinator, { id: 'privacy' }));
  must(
    await saveNotice(coordinator, {
      ...(await at('privacy')),
      answers: ANSWERS,
      texts: { ...texts, en: texts.en.replace('## How long we keep it', `${OLD}\n\n## How long we keep it`) },
    }),
  );
  must(await sendNotice(coordinator, { ...(await at('privacy')), note: '' }));
  must(
    await publishNotice(supervisor, {
      ...(await at('privacy')),
      isMaterial: false,
      reason: 'As it stood on the pages until now; to be gone through in December.',
    }),
  );
  must(await startNotice(coordinator, { id: 'trackers', kind: 'tracker', address: '' }));
  const trackers = must(await readNotice(coordinator, { id: 'trackers' }));
  must(await saveNotice(coordinator, { ...(await at('trackers')), answers: ANSWERS, texts: trackers.texts }));
  must(await sendNotice(coordinator, { ...(await at('trackers')), note: 'After the first scan of the club.' }));
  must(await startNotice(coordinator, { id: 'prize-draw', kind: 'page', address: '' }));
  await checkNotices(supervisor);
}
