import { sayRefusal } from '../../../../../core/words/refusals';
import { uploadToTask } from '../../../../../usecases/helpers/answerTask';
import { hasRoom } from '../../../../lib/limits';
import { clientAddress, fileNameOf, isFromHere, publicContext } from '../../../../lib/session';
import { answering } from '../../../../lib/answering';

const MOST_BYTES = 50 * 1024 * 1024;

/** A file from the owner of a system; the link is the right to hand it over. */
export const POST = answering(
  async (request: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> => {
    if (!(await isFromHere()) || !(await hasRoom('one-time', await clientAddress())))
      return Response.json({ message: sayRefusal({ code: 'too-many' }) }, { status: 429 });
    const parts: Uint8Array[] = [];
    let size = 0;
    for await (const part of (request.body ?? []) as AsyncIterable<Uint8Array>) {
      size += part.length;
      if (size > MOST_BYTES)
        return Response.json({ message: 'The file is larger than 50 MB. Hand it over in parts.' }, { status: 413 });
      parts.push(part);
    }
    const result = await uploadToTask(await publicContext(), {
      token: (await params).token,
      fileName: fileNameOf(request).replace(/[/\\]/g, '_'),
      bytes: Buffer.concat(parts),
    });
    return result.ok
      ? Response.json(result.value)
      : Response.json({ message: sayRefusal(result.refusal) }, { status: 409 });
  },
);
