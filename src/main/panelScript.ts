import { join } from 'node:path';
import { build } from 'esbuild';

let made: Promise<string> | null = null;

/** The script that runs on pages of sites, in one piece and small; made once in a process. */
export function panelScript(): Promise<string> {
  made ??= build({
    entryPoints: [join(/* turbopackIgnore: true */ process.cwd(), 'src', 'ui', 'sites', 'panelMain.ts')],
    bundle: true,
    minify: true,
    write: false,
    format: 'iife',
    target: 'es2020',
    legalComments: 'none',
    logLevel: 'silent',
  }).then(
    ({ outputFiles }) => outputFiles[0]!.text,
    (error: unknown) => {
      made = null;
      throw error;
    },
  );
  return made;
}
