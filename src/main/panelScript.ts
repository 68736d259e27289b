import { join } from 'node:path';
import { build } from 'esbuild';

const made = new Map<string, Promise<string>>();

/** The script that runs on pages of sites, in one piece and small; made once in a process. */
export const panelScript = (): Promise<string> => scriptOf('panelMain.ts');

/** What shows live what is permitted, to a colleague who tries a page; no visitor gets it. */
export const liveScript = (): Promise<string> => scriptOf('panelLive.ts');

function scriptOf(file: string): Promise<string> {
  const known = made.get(file);
  if (known) return known;
  const script = build({
    entryPoints: [join(/* turbopackIgnore: true */ process.cwd(), 'src', 'ui', 'sites', file)],
    bundle: true,
    minify: true,
    write: false,
    format: 'iife',
    target: 'es2020',
    legalComments: 'none',
    logLevel: 'silent',
  }).then(({ outputFiles }) => outputFiles[0]!.text);
  made.set(file, script);
  // What failed is tried again by whoever asks next.
  script.catch(() => made.delete(file));
  return script;
}
