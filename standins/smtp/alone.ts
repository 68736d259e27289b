import { startMail } from './smtp';

// The mail server by itself, without the rest of the world: for an organisation that begins with nothing.
const [smtpPort, pagePort, folder] = process.argv.slice(2);
if (!smtpPort || !pagePort || !folder) throw new Error('alone SMTP_PORT PAGE_PORT FOLDER');
await startMail({ smtpPort: Number(smtpPort), pagePort: Number(pagePort), folder });
