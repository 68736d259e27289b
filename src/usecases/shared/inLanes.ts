/**
 * Works on some pieces at once and gives the results in the order of the pieces. One more than the lanes is under way, so that
 * no lane waits for the next piece.
 */
export async function* inLanes<T, R>(
  pieces: AsyncIterable<T>,
  lanes: number,
  work: (piece: T) => Promise<R>,
): AsyncGenerator<R> {
  const underWay: Promise<R>[] = [];
  for await (const piece of pieces) {
    const one = work(piece);
    // Whoever waits for it is told of a failure; until then it must not count as one that nobody handles.
    one.catch(() => {});
    underWay.push(one);
    if (underWay.length > lanes) yield underWay.shift()!;
  }
  while (underWay.length > 0) yield underWay.shift()!;
}
