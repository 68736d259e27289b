import { problem } from '../../lib/problem';

/** Whatever has no route of its own: an answer that a program can read. */
function nothingHere(): Response {
  return problem(404, 'not-here', 'There is nothing at this path. /api/v1/openapi.json lists what there is.');
}

export { nothingHere as DELETE, nothingHere as GET, nothingHere as PATCH, nothingHere as POST, nothingHere as PUT };
