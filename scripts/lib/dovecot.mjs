import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, chownSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { userInfo } from 'node:os';
import { join } from 'node:path';
import { ensureProgram } from './packages.mjs';
import { freePort } from './ports.mjs';
import { stopAll } from './run.mjs';
import { Failed } from './say.mjs';

const isRoot = process.getuid?.() === 0;
const SERVER = '/usr/sbin/dovecot';
const PASSWORD = 'glaze';

/**
 * Debian's Dovecot on loopback for tests: any account opens with one password, each has a Maildir of its own.
 *
 * @returns where it listens, the password, and where the Maildir of an account lies
 */
export async function startDovecot(folder, wantedPort, taken = new Set()) {
  await ensureProgram(SERVER, 'dovecot-imapd');
  const home = join(folder, 'dovecot');
  rmSync(home, { recursive: true, force: true });
  for (const name of ['run', 'state', 'mail']) mkdirSync(join(home, name), { recursive: true, mode: 0o755 });
  const port = await freePort(wantedPort, taken);
  const { username } = userInfo();
  // A mail server does not hand out mail as root.
  const owner = isRoot ? 'mail' : username;
  const id = (flag, name) => Number(spawnSync('id', [flag, name], { encoding: 'utf8' }).stdout.trim());
  const [uid, gid] = [id('-u', owner), id('-g', owner)];
  if (isRoot) chownSync(join(home, 'mail'), uid, gid);
  chmodSync(join(home, 'mail'), 0o755);
  // A test may stand in for the sign-in service that says whose a token is.
  const tokensPort = await freePort(port + 5, taken);
  const tokens = join(home, 'tokens.conf');
  writeFileSync(tokens, `tokeninfo_url = http://127.0.0.1:${tokensPort}/whose?token=\nusername_attribute = user\n`);
  const file = join(home, 'dovecot.conf');
  writeFileSync(
    file,
    `protocols = imap
listen = 127.0.0.1
base_dir = ${join(home, 'run')}
state_dir = ${join(home, 'state')}
log_path = ${join(home, 'server.log')}
ssl = no
disable_plaintext_auth = no
first_valid_uid = 1
first_valid_gid = 1
mail_location = maildir:${join(home, 'mail')}/%n
${isRoot ? '' : `default_internal_user = ${username}\ndefault_login_user = ${username}\n`}
service imap-login {
  inet_listener imap {
    address = 127.0.0.1
    port = ${port}
  }
  inet_listener imaps {
    port = 0
  }
  chroot =
}
service anvil {
  chroot =
}
auth_mechanisms = plain login xoauth2 oauthbearer
passdb {
  driver = oauth2
  mechanisms = xoauth2 oauthbearer
  args = ${tokens}
}
passdb {
  driver = static
  args = password=${PASSWORD}
}
userdb {
  driver = static
  args = uid=${uid} gid=${gid} home=${join(home, 'mail')}/%n allow_all_users=yes
}
`,
  );
  const server = spawn(SERVER, ['-F', '-c', file], { stdio: 'ignore' });
  server.label = 'dovecot';
  for (const end = Date.now() + 30_000; !(await answers(port));) {
    if (Date.now() > end || server.exitCode !== null)
      throw new Failed('Dovecot did not start.', `Its own words are in ${join(home, 'server.log')}.`);
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
  return {
    port,
    tokensPort,
    password: PASSWORD,
    maildir: (user) => join(home, 'mail', user),
    stop: () => stopAll([server]),
  };
}

function answers(port) {
  return new Promise((tell) => {
    const socket = connect(port, '127.0.0.1');
    socket.once('data', (bytes) => {
      socket.destroy();
      tell(String(bytes).startsWith('* OK'));
    });
    socket.once('error', () => tell(false));
    socket.setTimeout(1000, () => {
      socket.destroy();
      tell(false);
    });
  });
}
