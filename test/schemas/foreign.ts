import type { Somebody } from './people';

/** A row that is put in, with the truth of it. */
export interface Filled {
  table: string;
  values: Record<string, unknown>;
  /** Whose row it is, by number. */
  of: number[];
  /** Of whom it speaks without being theirs. */
  speaksOf: number[];
}

/** A schema that a Debian package ships with its software: nothing in it was made for Bookend. */
export interface Foreign {
  /** What the software is for. */
  what: string;
  /** Debian packages it comes with, and the files in them, in the order they are read. */
  packages: readonly string[];
  files: readonly string[];
  fill: (people: readonly Somebody[]) => Filled[];
}

/** Collects rows; `add` without an owner is nobody's. */
function rows(): {
  all: Filled[];
  add: (table: string, of: number[], values: Record<string, unknown>, speaksOf?: number[]) => void;
} {
  const all: Filled[] = [];
  return { all, add: (table, of, values, speaksOf = []) => void all.push({ table, of, values, speaksOf }) };
}

const other = (people: readonly Somebody[], { n }: Somebody, by: number): Somebody => people[(n + by) % people.length]!;

function webmail(people: readonly Somebody[]): Filled[] {
  const { all, add } = rows();
  for (const p of people) {
    const id = 100 + p.n;
    const [q, r, s] = [other(people, p, 3), other(people, p, 7), other(people, p, 11)];
    add('users', [p.n], {
      user_id: id,
      username: p.email,
      mail_host: 'mail.example',
      language: 'da_DK',
      preferences: 'a:1:{s:8:"timezone";s:4:"auto";}',
    });
    add('identities', [p.n], {
      identity_id: id,
      user_id: id,
      name: p.name,
      email: p.email,
      signature: `${p.name}\n${p.street}, ${p.postcode} ${p.city}\n${p.phone}`,
    });
    add('contacts', [p.n, q.n], {
      contact_id: id * 2,
      user_id: id,
      name: q.name,
      email: q.email,
      firstname: q.given,
      surname: q.family,
      vcard: `BEGIN:VCARD\nFN:${q.name}\nEMAIL:${q.email}\nEND:VCARD`,
    });
    add('contacts', [p.n, r.n], {
      contact_id: id * 2 + 1,
      user_id: id,
      name: r.name,
      email: r.email,
      firstname: r.given,
      surname: r.family,
    });
    add('contactgroups', [p.n], { contactgroup_id: id, user_id: id, name: 'Choir' });
    add('contactgroupmembers', [p.n, q.n], { contactgroup_id: id, contact_id: id * 2 });
    add('collected_addresses', [p.n, s.n], { address_id: id, user_id: id, name: s.name, email: s.email, type: 1 });
    add('responses', [p.n], {
      response_id: id,
      user_id: id,
      name: 'Thanks',
      data: 'Thank you, I will look at it tomorrow.',
    });
    add(
      'cache_messages',
      [p.n],
      {
        user_id: id,
        mailbox: 'INBOX',
        uid: 7,
        data: `From: ${r.name} <${r.email}>\nSubject: The rehearsal on Thursday`,
      },
      [r.n],
    );
    add('searches', [p.n], { search_id: id, user_id: id, type: 1, name: 'unread', data: 'a:0:{}' });
    add('dictionary', [p.n], { user_id: id, language: 'da', data: 'rhubarb tombola' });
  }
  return all;
}

function tickets(people: readonly Somebody[]): Filled[] {
  const { all, add } = rows();
  const staff = [12, 14, 16];
  for (const [i, id] of staff.entries()) {
    add('principals', [], { id, principaltype: 'User' });
    add('users', [], {
      id,
      name: `clerk${i}`,
      realname: `Desk Clerk ${i}`,
      emailaddress: `clerk${i}@larkmere.example`,
      creator: 1,
    });
  }
  for (const id of [1, 2]) add('queues', [], { id, name: `Queue ${id}`, creator: 12, lastupdatedby: 12 });
  for (const p of people) {
    const id = 200 + p.n * 10;
    const q = other(people, p, 5);
    const clerk = staff[p.n % 3]!;
    add('principals', [p.n], { id, principaltype: 'User' });
    add('users', [p.n], {
      id,
      name: p.email,
      realname: p.name,
      emailaddress: p.email,
      mobilephone: p.phone,
      address1: p.street,
      city: p.city,
      zip: p.postcode,
      creator: 1,
      lastupdatedby: 1,
    });
    for (const [k, subject] of ['Where is my parcel', 'A leaking valve'].entries()) {
      const ticket = 5000 + p.n * 2 + k;
      const group = id + 1 + k;
      add('tickets', [p.n], {
        id: ticket,
        effectiveid: ticket,
        queue: 1 + k,
        owner: clerk,
        subject,
        status: 'open',
        creator: id,
        lastupdatedby: clerk,
      });
      add('principals', [p.n], { id: group, principaltype: 'Group' });
      add('groups', [p.n], {
        id: group,
        name: 'Requestor',
        domain: 'RT::Ticket-Role',
        instance: ticket,
        creator: 1,
        lastupdatedby: 1,
      });
      add('groupmembers', [p.n], { id: ticket, groupid: group, memberid: id, creator: 1, lastupdatedby: 1 });
      const transaction = 20_000 + ticket * 2;
      add('transactions', [p.n], {
        id: transaction,
        objecttype: 'RT::Ticket',
        objectid: ticket,
        type: 'Create',
        creator: id,
      });
      add('transactions', [p.n], {
        id: transaction + 1,
        objecttype: 'RT::Ticket',
        objectid: ticket,
        type: 'Correspond',
        creator: clerk,
      });
      const names = k === 0 && p.n % 2 === 0;
      add(
        'attachments',
        [p.n],
        {
          id: transaction,
          transactionid: transaction,
          subject,
          contenttype: 'text/plain',
          content: `Good day, ${subject.toLowerCase()}? ${names ? `My neighbour ${q.name} asks the same. ` : ''}Yours, ${p.given}`,
          headers: `From: ${p.email}`,
          creator: id,
        },
        names ? [q.n] : [],
      );
      add('attachments', [p.n], {
        id: transaction + 1,
        transactionid: transaction + 1,
        subject,
        contenttype: 'text/plain',
        content: `Dear ${p.given}, we look into it.`,
        headers: `To: ${p.email}`,
        creator: clerk,
      });
    }
  }
  return all;
}

function calendars(people: readonly Somebody[]): Filled[] {
  const { all, add } = rows();
  for (const p of people) {
    const id = 50 + p.n;
    const [q, r] = [other(people, p, 3), other(people, p, 9)];
    const [calendar, cards, event, card] = [1000, 2000, 3000, 4000].map((base) => base + p.n) as [
      number,
      number,
      number,
      number,
    ];
    add('usr', [p.n], {
      user_no: id,
      username: p.login,
      fullname: p.name,
      email: p.email,
      password: '*',
      locale: 'da',
    });
    add('usr_setting', [p.n], { user_no: id, setting_name: 'week_starts', setting_value: '1' });
    add('session', [p.n], { session_id: id, user_no: id, session_key: `k${id}` });
    add('principal', [p.n], { principal_id: 7000 + p.n, type_id: 1, user_no: id, displayname: p.name });
    add('collection', [p.n], {
      collection_id: calendar,
      user_no: id,
      dav_name: `/${p.login}/calendar/`,
      dav_displayname: `${p.given}’s days`,
      is_calendar: true,
    });
    add('collection', [p.n], {
      collection_id: cards,
      user_no: id,
      dav_name: `/${p.login}/addresses/`,
      dav_displayname: 'addresses',
      is_addressbook: true,
    });
    add(
      'caldav_data',
      [p.n],
      {
        user_no: id,
        dav_name: `/${p.login}/calendar/1.ics`,
        dav_id: event,
        collection_id: calendar,
        caldav_type: 'VEVENT',
        logged_user: id,
        caldav_data: `BEGIN:VEVENT\nSUMMARY:Coffee\nATTENDEE;CN=${r.name}:mailto:${r.email}\nEND:VEVENT`,
      },
      [r.n],
    );
    add('calendar_item', [p.n], {
      user_no: id,
      dav_name: `/${p.login}/calendar/1.ics`,
      dav_id: event,
      collection_id: calendar,
      uid: `e${event}`,
      summary: 'Coffee',
      location: p.city,
    });
    add('calendar_attendee', [p.n, r.n], {
      dav_id: event,
      cn: r.name,
      attendee: `mailto:${r.email}`,
      role: 'REQ-PARTICIPANT',
    });
    add('caldav_data', [p.n, q.n], {
      user_no: id,
      dav_name: `/${p.login}/addresses/1.vcf`,
      dav_id: card,
      collection_id: cards,
      caldav_type: 'VCARD',
      logged_user: id,
      caldav_data: `BEGIN:VCARD\nFN:${q.name}\nEMAIL:${q.email}\nTEL:${q.phone}\nEND:VCARD`,
    });
    add('addressbook_resource', [p.n, q.n], { dav_id: card, uid: `c${card}`, fn: q.name, n: `${q.family};${q.given}` });
    add('addressbook_address_adr', [p.n, q.n], {
      dav_id: card,
      count: 1,
      type: 'home',
      street_address: q.street,
      locality: q.city,
      postcode: q.postcode,
    });
    add('addressbook_address_tel', [p.n, q.n], { dav_id: card, count: 1, type: 'cell', tel: q.phone });
    add('addressbook_address_email', [p.n, q.n], { dav_id: card, count: 1, type: 'home', email: q.email });
  }
  return all;
}

function accounts(people: readonly Somebody[]): Filled[] {
  const { all, add } = rows();
  for (const p of people) {
    const id = 500 + p.n;
    const q = other(people, p, 4);
    // Every eighth lives with the one before.
    const home = p.n % 8 === 1 ? id - 1 : id;
    const owner = p.n % 8 === 1 ? people[p.n - 1]! : p;
    const shared = p.n % 8 === 1 || (p.n % 8 === 0 && p.n + 1 < people.length);
    add('entity', [p.n], { id, name: p.name, entity_class: 2, control_code: `C-${id}`, country_id: 1 });
    add('person', [p.n], { id, entity_id: id, first_name: p.given, last_name: p.family, birthdate: p.birthDate });
    if (home === id)
      add('location', shared ? [p.n, p.n + 1] : [p.n], {
        id,
        line_one: owner.street,
        city: owner.city,
        mail_code: owner.postcode,
        country_id: 1,
      });
    add('entity_to_location', [p.n], { location_id: home, location_class: 1, entity_id: id });
    add('entity_to_contact', [p.n], { entity_id: id, contact_class_id: 1, contact: p.phone });
    add('entity_to_contact', [p.n], { entity_id: id, contact_class_id: 12, contact: p.email });
    add('entity_bank_account', [p.n], {
      id,
      entity_id: id,
      bic: 'EXAMDK22',
      iban: `DK00${String(1_000_000_000_000 + p.n).slice(1)}`,
    });
    add('entity_credit_account', [p.n], {
      id,
      entity_id: id,
      entity_class: 2,
      meta_number: `K${id}`,
      curr: 'DKK',
      ar_ap_account_id: 1,
    });
    add('eca_to_contact', [p.n], { credit_id: id, contact_class_id: 12, contact: p.email });
    const names = p.n % 3 === 0;
    add(
      'entity_note',
      [p.n],
      {
        id,
        note_class: 1,
        note: `Pays late, but always. ${names ? `Came to us through ${q.name}.` : 'Wants paper invoices.'}`,
        ref_key: id,
        entity_id: id,
        subject: 'payment',
        created_by: 'desk',
      },
      names ? [q.n] : [],
    );
    for (const k of [0, 1]) {
      const trans = 90_000 + p.n * 2 + k;
      add('transactions', [p.n], { id: trans, table_name: 'ar', approved: true });
      add('ar', [p.n], {
        id: trans,
        invnumber: `INV-${trans}`,
        transdate: '2026-09-01',
        amount: 120 + p.n,
        curr: 'DKK',
        entity_credit_account: id,
      });
      add('acc_trans', [p.n], { entry_id: trans, trans_id: trans, chart_id: 1, amount: 120 + p.n });
      add('invoice', [p.n], { id: trans, trans_id: trans, description: 'Saddle bag', qty: 1, sellprice: 120 });
    }
  }
  return all;
}

function chat(people: readonly Somebody[]): Filled[] {
  const { all, add } = rows();
  for (const p of people) {
    const [q, r] = [other(people, p, 2), other(people, p, 6)];
    const username = p.login;
    add('users', [p.n], { username, password: 'x' });
    add('last', [p.n], { username, seconds: '1790000000', state: '' });
    add('vcard', [p.n], {
      username,
      vcard: `<vCard><FN>${p.name}</FN><EMAIL><USERID>${p.email}</USERID></EMAIL><TEL><NUMBER>${p.phone}</NUMBER></TEL></vCard>`,
    });
    const small = (value: string) => value.toLowerCase();
    add('vcard_search', [p.n], {
      username,
      lusername: small(username),
      fn: p.name,
      lfn: small(p.name),
      family: p.family,
      lfamily: small(p.family),
      given: p.given,
      lgiven: small(p.given),
      middle: '',
      lmiddle: '',
      nickname: '',
      lnickname: '',
      bday: p.birthDate,
      lbday: p.birthDate,
      ctry: 'DK',
      lctry: 'dk',
      locality: p.city,
      llocality: small(p.city),
      email: p.email,
      lemail: p.email,
      orgname: '',
      lorgname: '',
      orgunit: '',
      lorgunit: '',
    });
    add('rosterusers', [p.n, q.n], {
      username,
      jid: `${q.login}@chat.example`,
      nick: q.name,
      subscription: 'B',
      ask: 'N',
      askmessage: '',
      server: 'N',
      subscribe: '',
      type: 'item',
    });
    add(
      'archive',
      [p.n],
      {
        username,
        timestamp: 1_790_000_000 + p.n,
        peer: `${q.login}@chat.example`,
        bare_peer: `${q.login}@chat.example`,
        xml: '<message/>',
        txt: `Will ${r.name} come along on Saturday?`,
        id: p.n + 1,
        kind: 'chat',
        nick: '',
      },
      [r.n],
    );
    add('private_storage', [p.n], { username, namespace: 'storage:bookmarks', data: '<storage/>' });
    add('privacy_list', [p.n], { username, name: 'quiet', id: 300 + p.n });
    add('privacy_list_data', [p.n], {
      id: 300 + p.n,
      t: 'j',
      value: 'nobody@chat.example',
      action: 'd',
      ord: 1,
      match_all: true,
      match_iq: false,
      match_message: false,
      match_presence_in: false,
      match_presence_out: false,
    });
    add('spool', [p.n], { username, xml: '<message>See you there</message>', seq: p.n + 1 });
  }
  return all;
}

export const FOREIGN: readonly Foreign[] = [
  {
    what: 'web mail',
    packages: ['roundcube-core'],
    files: ['roundcube-core/usr/share/roundcube/SQL/postgres.initial.sql'],
    fill: webmail,
  },
  {
    what: 'tickets, no reference declared',
    packages: ['request-tracker5'],
    files: ['request-tracker5/usr/share/request-tracker5/etc/schema.Pg'],
    fill: tickets,
  },
  {
    what: 'calendars and address books',
    packages: ['davical', 'libawl-php'],
    files: [
      'libawl-php/usr/share/awl/dba/awl-tables.sql',
      'libawl-php/usr/share/awl/dba/schema-management.sql',
      'davical/usr/share/davical/dba/davical.sql',
      'davical/usr/share/davical/dba/base-data.sql',
    ],
    fill: calendars,
  },
  {
    what: 'accounts, entities with inherited tables',
    packages: ['ledgersmb'],
    files: ['ledgersmb/usr/share/ledgersmb/sql/Pg-database.sql'],
    fill: accounts,
  },
  {
    what: 'chat, known by user names',
    packages: ['ejabberd'],
    files: ['ejabberd/usr/share/ejabberd/sql/pg.sql'],
    fill: chat,
  },
];
