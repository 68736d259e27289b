import type { DraftRefusal } from '../../core/audiences/refusals';
import sanitizeHtml from 'sanitize-html';
import { simpleParser, type HeaderLines } from 'mailparser';
import { adviseMessage, type Advice } from '../../core/audiences/messageAdvice';
import { checkMessage, type DraftMessage, type MessageVerdict } from '../../core/audiences/messageCheck';
import { ok, refuse, type Result } from '../../core/shared/result';
import type { Context } from '../shared/context';
import { reach } from '../shared/may';
import { markupFacts } from './markupFacts';
import { recordTrail } from '../trail/recordTrail';

const MOST_BYTES = 10 * 1024 * 1024;

/** Reads a draft mail (EML, or HTML alone) and says what it is and what it lacks. The draft is not kept. */
export async function checkDraft(
  ctx: Context,
  input: { content: Buffer },
): Promise<Result<MessageVerdict & { advice: Advice[] }, DraftRefusal>> {
  if (!(ctx.actor.kind === 'machine' ? ctx.actor.scopes.includes('standing:read') : reach(ctx, 'audiences.check')))
    return refuse({ code: 'not-allowed', act: 'audiences.check' });
  if (input.content.length > MOST_BYTES) return refuse({ code: 'file-too-large', most: MOST_BYTES });
  if (input.content.toString('latin1').trim() === '') return refuse({ code: 'draft-empty' });
  const { message, html } = await readDraft(input.content);
  const advice = adviseMessage(message, html ? markupFacts(html) : null, ctx.organisation.contact);
  const verdict = checkMessage(message, ctx.organisation);
  await ctx.transaction((h) =>
    recordTrail(ctx, h, 'message-checked', null, `${verdict.kind}, ${verdict.isFit ? 'fit to go' : 'not fit to go'}`),
  );
  return ok({ ...verdict, advice });
}

async function readDraft(content: Buffer): Promise<{ message: DraftMessage; html: string }> {
  const isHtml = /^\s*(<!doctype|<html|<body|<table|<div|<p)/i.test(content.toString('utf8', 0, 500));
  if (isHtml) {
    const html = content.toString('utf8');
    const message = {
      headers: new Map<string, string>(),
      from: null,
      subject: /<title[^>]*>([^<]*)<\/title>/i.exec(html)?.[1]?.trim() ?? '',
      text: textOf(html),
      links: linksOf(html),
      images: (html.match(/<img\b/gi) ?? []).length,
    };
    return { message, html };
  }
  const mail = await simpleParser(content, { skipImageLinks: true });
  const html = typeof mail.html === 'string' ? mail.html : '';
  const from = mail.from?.value[0];
  const plainLinks = [...(mail.text ?? '').matchAll(/^(.*?)(https:\/\/\S+)/gm)].map(([, before, href]) => ({
    href: href!,
    text: before!.trim() || href!,
  }));
  const message = {
    headers: headersOf(mail.headerLines),
    from: from ? { name: from.name || null, address: from.address ?? '' } : null,
    subject: mail.subject ?? '',
    text: html ? textOf(html) : (mail.text ?? ''),
    links: html ? linksOf(html) : plainLinks,
    images: (html.match(/<img\b/gi) ?? []).length,
  };
  return { message, html };
}

function headersOf(lines: HeaderLines): Map<string, string> {
  return new Map(
    lines.map(({ key, line }) => [
      key.toLowerCase(),
      line
        .slice(line.indexOf(':') + 1)
        .replace(/\r?\n\s+/g, ' ')
        .trim(),
    ]),
  );
}

/** The visible words; what is set not to be seen does not count. */
function textOf(html: string): string {
  const visible = sanitizeHtml(html, {
    allowedTags: ['p', 'br', 'div', 'td', 'li', 'h1', 'h2', 'h3', 'a'],
    allowedAttributes: {},
    exclusiveFilter: ({ attribs }) =>
      /display\s*:\s*none|font-size\s*:\s*0|visibility\s*:\s*hidden/i.test(attribs['style'] ?? ''),
  });
  return sanitizeHtml(visible.replace(/<(br|\/p|\/div|\/td|\/li|\/h\d)[^>]*>/gi, '\n'), {
    allowedTags: [],
    allowedAttributes: {},
  })
    .replace(/&amp;/g, '&')
    .replace(/[ \t]+/g, ' ')
    .replace(/\n\s+/g, '\n')
    .trim();
}

function linksOf(html: string): { href: string; text: string }[] {
  const links: { href: string; text: string }[] = [];
  sanitizeHtml(html, {
    allowedTags: false,
    allowedAttributes: false,
    allowVulnerableTags: true,
    exclusiveFilter: ({ tag, attribs, text }) => {
      const hidden = /display\s*:\s*none|font-size\s*:\s*0|visibility\s*:\s*hidden/i.test(attribs['style'] ?? '');
      if (tag === 'a' && attribs['href'] && !hidden) links.push({ href: attribs['href'], text: text.trim() });
      return false;
    },
  });
  return links;
}
