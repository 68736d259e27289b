import { createWriteStream, existsSync, renameSync, rmSync, statSync } from 'node:fs';

const MOST_BYTES = 10e6;
const KEPT = 10;

/**
 * A log of lines in JSON, one a line, in files of 10 MB: `worker.log`, and `worker.log.1` to `.9` before it. What a process says
 * otherwise becomes such a line.
 */
export function logFile(path, name) {
  let size = existsSync(path) ? statSync(path).size : 0;
  let out = createWriteStream(path, { flags: 'a', mode: 0o600 });
  const turn = () => {
    out.end();
    rmSync(`${path}.${KEPT - 1}`, { force: true });
    for (let n = KEPT - 2; n >= 1; n--) if (existsSync(`${path}.${n}`)) renameSync(`${path}.${n}`, `${path}.${n + 1}`);
    renameSync(path, `${path}.1`);
    out = createWriteStream(path, { flags: 'a', mode: 0o600 });
    size = 0;
  };
  const line = (text) => {
    const whole = `${asJson(text, name)}\n`;
    if (size + whole.length > MOST_BYTES && existsSync(path)) turn();
    size += Buffer.byteLength(whole);
    out.write(whole);
  };
  return {
    line,
    /** Takes what a process says, line by line. */
    take(stream) {
      let rest = '';
      stream.setEncoding('utf8');
      stream.on('data', (part) => {
        const lines = (rest + part).split('\n');
        rest = lines.pop();
        for (const one of lines) if (one.trim()) line(one);
      });
      stream.on('end', () => rest.trim() && line(rest));
    },
  };
}

function asJson(text, name) {
  if (text.startsWith('{')) return text;
  return JSON.stringify({ level: 30, time: new Date().toISOString(), process: name, msg: text });
}
