const started = Date.now();

/** One line of progress, with the seconds since the start. */
export function say(text) {
  console.log(`${String(Math.round((Date.now() - started) / 1000)).padStart(4)} s  ${text}`);
}

/** Ends the command: what failed, and what to do. */
export class Failed extends Error {
  constructor(what, todo) {
    super(`${what}\n        ${todo}`);
  }
}

export async function step(text, work) {
  say(text);
  try {
    return await work();
  } catch (error) {
    if (error instanceof Failed) throw error;
    throw new Failed(
      `${text}: failed. ${error.message}`,
      'Look at the lines above; run the command again when it is mended.',
    );
  }
}

export function endWith(main) {
  main().then(
    (code) => process.exit(code ?? 0),
    (error) => {
      console.error(`\n  ${error.message}\n`);
      process.exit(1);
    },
  );
}
