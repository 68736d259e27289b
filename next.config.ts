import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  serverExternalPackages: ['@napi-rs/canvas', 'knex', 'pg', 'pg-boss', 'pdfkit', 'pdfjs-dist', '@node-rs/argon2', 'pino', 'mailparser', 'nodemailer', 'date-holidays'],
  // Types are checked by ./bookend test, with the core's own rules; whoever only starts the demo does not wait for them.
  typescript: { ignoreBuildErrors: true },
  turbopack: { root: import.meta.dirname },
  experimental: { authInterrupts: true, serverActions: { bodySizeLimit: '60mb' } },
};

export default config;
