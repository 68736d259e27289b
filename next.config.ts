import type { NextConfig } from 'next';

const config: NextConfig = {
  poweredByHeader: false,
  // Done by the door in front, faster.
  compress: false,
  // What only the server uses is loaded as it lies there: bundled, each of it would be compiled into every route that reaches it.
  serverExternalPackages: [
    '@napi-rs/canvas',
    'esbuild',
    'ldapts',
    'sharp',
    'knex',
    'pg',
    'pg-boss',
    'pdfkit',
    'pdfjs-dist',
    '@node-rs/argon2',
    'pino',
    'mailparser',
    'nodemailer',
    'date-holidays',
    'any-ascii',
    'canonicalize',
    'chardet',
    'csv-parse',
    'exceljs',
    'iconv-lite',
    'ics',
    'libphonenumber-js',
    'pg-copy-streams',
    'piscina',
    'sanitize-html',
    'stdnum',
    'talisman',
    'temporal-polyfill',
    'yauzl',
    'yazl',
  ],
  // Types are checked by ./bookend test, with the core's own rules; whoever only starts the demo does not wait for them.
  typescript: { ignoreBuildErrors: true },
  turbopack: { root: import.meta.dirname },
  // What an act may be sent is less than what the proxy in front hands on: a body is refused rather than cut off.
  // Nothing is built twice from one folder often enough to pay for writing the cache.
  experimental: {
    turbopackFileSystemCacheForBuild: false,
    authInterrupts: true,
    serverActions: { bodySizeLimit: '11mb' },
    proxyClientMaxBodySize: '12mb',
  },
};

export default config;
