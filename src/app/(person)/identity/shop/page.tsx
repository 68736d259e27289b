import { PROOF_WORDS } from '../../../../core/words/sections';
import { headers } from 'next/headers';
import { languageOf } from '../../../../core/letters/mailings';
import { PersonPage } from '../../../../ui/requests/PersonPage';

import { finishShopProof } from '../../../../usecases/identity/shopProof';
import { hasRoom } from '../../../lib/limits';
import { clientAddress, publicContext } from '../../../lib/session';

export const metadata = { title: 'Is it you?' };
export const dynamic = 'force-dynamic';

/** Where a shop sends somebody back who signed in there. */
export default async function ShopProofPage({
  searchParams,
}: {
  searchParams: Promise<{ state?: string; token?: string }>;
}) {
  const ctx = await publicContext();
  const { state = '', token = '' } = await searchParams;
  const result = (await hasRoom('one-time', await clientAddress()))
    ? await finishShopProof(ctx, { state: state.slice(0, 200), token: token.slice(0, 4000) })
    : null;
  const language = languageOf(result?.ok ? result.value.language : (await headers()).get('accept-language'));
  const words = PROOF_WORDS[language];
  return (
    <PersonPage organisation={ctx.organisation}>
      <div lang={language}>
        <h1>{result?.ok ? words.proven : words.notProven}</h1>
        <p>
          {result?.ok
            ? words.provenText(result.value.ref)
            : result === null
              ? words.tooMany
              : result.refusal.code === 'signed-in-as-other'
                ? words.other
                : result.refusal.code === 'link-used'
                  ? words.used
                  : words.again}
        </p>
      </div>
    </PersonPage>
  );
}
