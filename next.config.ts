import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  serverExternalPackages: ['knex', 'pg', 'pg-boss', 'pdfkit', 'pdfjs-dist', '@node-rs/argon2', 'pino', 'mailparser', 'nodemailer', 'date-holidays'],
  turbopack: { root: import.meta.dirname },
  experimental: { authInterrupts: true, serverActions: { bodySizeLimit: '60mb' } },
};

export default config;
