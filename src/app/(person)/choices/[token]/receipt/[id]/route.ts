import { pageReceipt } from '../../../../../../usecases/choicesPage/pageView';
import { jsonAnswer } from '../../../../../lib/files';
import { publicContext } from '../../../../../lib/session';
import { answering } from '../../../../../lib/answering';

export const GET = answering(
  async (_: Request, { params }: { params: Promise<{ token: string; id: string }> }): Promise<Response> => {
    const { token, id } = await params;
    return jsonAnswer(
      await pageReceipt(await publicContext(), { token: token.slice(0, 100), choiceId: id.slice(0, 60) }),
      'receipt.jsonld',
    );
  },
);
