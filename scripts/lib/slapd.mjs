import { spawn } from 'node:child_process';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { ensureProgram } from './packages.mjs';
import { freePort } from './ports.mjs';
import { stopAll } from './run.mjs';
import { Failed } from './say.mjs';

const SERVER = '/usr/sbin/slapd';
const BASE = 'dc=thornbury,dc=example';
const USER = `cn=admin,${BASE}`;
const PASSWORD = 'slip-and-glaze';

/**
 * Debian's directory server on loopback for tests, empty.
 *
 * @returns how it is reached, and a way to end it
 */
export async function startSlapd(folder, wantedPort, taken = new Set()) {
  await ensureProgram(SERVER, 'slapd');
  const home = join(folder, 'slapd');
  rmSync(home, { recursive: true, force: true });
  mkdirSync(join(home, 'data'), { recursive: true });
  const port = await freePort(wantedPort, taken);
  const file = join(home, 'slapd.conf');
  writeFileSync(
    file,
    `${['core', 'cosine', 'nis', 'inetorgperson'].map((name) => `include /etc/ldap/schema/${name}.schema`).join('\n')}
modulepath /usr/lib/ldap
moduleload back_mdb
pidfile ${join(home, 'slapd.pid')}
sizelimit unlimited
database mdb
maxsize 268435456
suffix "${BASE}"
rootdn "${USER}"
rootpw ${PASSWORD}
directory ${join(home, 'data')}
access to * by dn.base="cn=reader,${BASE}" read by anonymous auth by * none
`,
  );
  const server = spawn(SERVER, ['-h', `ldap://127.0.0.1:${port}/`, '-f', file, '-d', '0'], { stdio: 'ignore' });
  server.label = 'slapd';
  for (const end = Date.now() + 30_000; !(await answers(port));) {
    if (Date.now() > end || server.exitCode !== null)
      throw new Failed('The directory server did not start.', `Try it by hand: ${SERVER} -f ${file} -d 1`);
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
  const account = { url: `ldap://127.0.0.1:${port}`, base: BASE, user: USER, password: PASSWORD };
  return { account, stop: () => stopAll([server]) };
}

function answers(port) {
  return new Promise((tell) => {
    const socket = connect(port, '127.0.0.1', () => {
      socket.destroy();
      tell(true);
    });
    socket.once('error', () => tell(false));
  });
}
