import type { Contact, NewsletterState } from './newsletter';

const escape = (text: string) =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

/** A plain page of the service: what was sent, and who was left out and why. */
export function sendsPage(state: NewsletterState): string {
  const sends = state.sends.map(
    (
      send,
    ) => `<section><h2>${escape(send.subject)}, ${send.at.slice(0, 16).replace('T', ' ')} UTC</h2><p>${send.sent.length} sent, ${send.leftOut.length} left out.</p>
    <table><tr><th>left out</th><th>standing</th><th>why</th></tr>${send.leftOut.map((line) => `<tr><td>${escape(line.email)}</td><td>${escape(line.standing)}</td><td>${escape(line.why)}</td></tr>`).join('')}</table></section>`,
  );
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>Newsletter service (stand-in)</title>
  <style>body{font:15px/1.5 system-ui;margin:2rem auto;max-width:60rem;color:#222}td,th{text-align:left;padding:.2rem .8rem .2rem 0;border-top:1px solid #ddd}button{font:inherit;padding:.4rem .8rem}</style>
  <h1>Newsletter service</h1><p>A stand-in. ${state.contacts.length} contacts, ${state.contacts.filter(({ subscribed }) => subscribed).length} subscribed. Before a send it asks the ledger about each address.</p>
  <form method="post" action="/send"><button>Send to the first 120 subscribers</button></form>${sends.join('') || '<p>Nothing sent yet.</p>'}</html>`;
}

/** Where the link in a mail leads. */
export function unsubscribePage(contact: Contact): string {
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>Newsletter</title><style>body{font:16px/1.5 system-ui;margin:4rem auto;max-width:30rem;color:#222}button{font:inherit;padding:.4rem .8rem}</style><h1>Newsletter</h1>${contact.subscribed ? '<p>You are subscribed.</p><form method="post"><button>Unsubscribe</button></form>' : '<p>You are unsubscribed.</p>'}</html>`;
}
