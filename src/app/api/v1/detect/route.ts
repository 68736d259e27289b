import { detect } from '../../../../core/detect/detect';
import { DETECTORS } from '../../../../core/detect/all';
import { detectQuerySchema } from '../../../../core/detect/schema';
import { api } from '../../../lib/api';

export async function POST(request: Request): Promise<Response> {
  return api(request, 'detect:read', detectQuerySchema, async ({ body }) => ({
    status: 200,
    body: {
      spans: detect(body.text, body.detectors ? DETECTORS.filter(({ id }) => body.detectors!.includes(id)) : DETECTORS),
    },
  }));
}
