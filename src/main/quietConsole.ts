/**
 * What libraries write to the console when something fails holds the message of the error, and a message may hold a value that somebody
 * typed. Of an error its name, its code and the places it came through are written, of anything else that is no plain text nothing.
 */
export function quietConsole(target: Console = console): void {
  for (const level of ['error', 'warn'] as const) {
    const write = target[level].bind(target);
    target[level] = (...parts: unknown[]) =>
      write(
        JSON.stringify({
          level,
          time: new Date().toISOString(),
          parts: parts.map(quiet).filter((part) => part !== null),
        }),
      );
  }
}

const MOST_PLACES = 6;

function quiet(part: unknown): unknown {
  if (part instanceof Error || (typeof part === 'object' && part !== null && 'stack' in part)) {
    const { name, code, digest, stack } = part as { name?: string; code?: unknown; digest?: unknown; stack?: string };
    const places = (stack ?? '')
      .split('\n')
      .filter((line) => /^\s+at /.test(line))
      .map((line) => line.trim());
    // Where in our own code it came from says more than the way through a library.
    const own = places.filter((line) => !line.includes('node_modules'));
    const at = [...places.slice(0, 1), ...(own.length > 0 ? own : places.slice(1))].slice(0, MOST_PLACES);
    return {
      error: name ?? 'unknown',
      ...(typeof code === 'string' ? { code } : {}),
      ...(typeof digest === 'string' ? { digest } : {}),
      at,
    };
  }
  // Words of a library are told by their beginning; what follows a colon or stands in quotes may be a value.
  return typeof part === 'string'
    ? part
        .split('\n')[0]!
        .replace(/["'“‘`].*$/s, '…')
        .replace(/:\s.*$/s, ': …')
        .slice(0, 120)
    : null;
}
