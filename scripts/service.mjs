import { mkdirSync, writeFileSync } from 'node:fs';
import { userInfo } from 'node:os';
import { join, resolve } from 'node:path';
import { optionsOf, place } from './lib/own.mjs';
import { ROOT } from './lib/run.mjs';
import { endWith } from './lib/say.mjs';

/** Units for systemd and an example for nginx, for this folder, user and data; printed, or written into a folder. */
endWith(async () => {
  const options = optionsOf();
  const files = { 'bookend.service': unit(), 'nginx.conf': nginx(options) };
  const folder = process.argv[2] && resolve(process.env.BOOKEND_CALLED_FROM ?? '.', process.argv[2]);
  if (folder) mkdirSync(folder, { recursive: true });
  for (const [name, text] of Object.entries(files)) {
    if (folder) writeFileSync(join(folder, name), text);
    console.log(folder ? join(folder, name) : `# ${name}\n\n${text}`);
  }
});

function unit() {
  const { username } = userInfo();
  return `[Unit]
Description=Bookend
After=network-online.target
Wants=network-online.target

[Service]
Type=exec
User=${username}
WorkingDirectory=${ROOT}
Environment=BOOKEND_DATA=${place()}
ExecStart=${join(ROOT, 'bookend')} start --foreground
ExecStop=${join(ROOT, 'bookend')} stop
Restart=always
RestartSec=5
TimeoutStartSec=600
TimeoutStopSec=60
NoNewPrivileges=${username === 'root' ? 'no' : 'yes'}
ProtectSystem=full
PrivateTmp=yes

[Install]
WantedBy=multi-user.target
`;
}

function nginx({ port }) {
  return `# Begin Bookend with: ./bookend start --proxies 1
server {
  listen 443 ssl;
  listen [::]:443 ssl;
  server_name privacy.thornbury.example;
  ssl_certificate     /etc/ssl/privacy.thornbury.example.pem;
  ssl_certificate_key /etc/ssl/private/privacy.thornbury.example.key;

  # Files of choices and packs are large, and come slowly.
  client_max_body_size 2g;
  client_body_timeout 3600s;
  proxy_request_buffering off;

  location / {
    proxy_pass http://127.0.0.1:${port};
    proxy_http_version 1.1;
    proxy_set_header Host $http_host;
    proxy_set_header X-Forwarded-For $proxy_add_x_forwarded_for;
    # News come when there are any.
    proxy_buffering off;
    proxy_read_timeout 3600s;
  }
}

server {
  listen 80;
  listen [::]:80;
  server_name privacy.thornbury.example;
  return 301 https://$host$request_uri;
}
`;
}
