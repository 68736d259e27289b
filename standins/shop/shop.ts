import pg from 'pg';
import type { WorldPerson } from '../world/people';
import { seeded } from '../world/random';

const SCHEMA = `
  create table products (id int primary key, name text not null, price_cents int not null);
  create table customers (
    id int generated always as identity primary key, customer_no text not null unique, first_name text not null, last_name text not null, email text not null,
    phone text, birth_date date, country text not null, newsletter_flag boolean not null default false, is_restricted boolean not null default false, created_at timestamptz not null);
  create table addresses (id int generated always as identity primary key, customer_id int not null references customers, street text not null, postcode text not null, city text not null, country text not null);
  create table orders (id int generated always as identity primary key, order_no text not null unique, customer_id int not null references customers, placed_at timestamptz not null, status text not null, ship_to text);
  create table order_lines (id int generated always as identity primary key, order_id int not null references orders, product_id int not null references products, quantity int not null, price_cents int not null);
  create table invoices (id int generated always as identity primary key, invoice_no text not null unique, order_id int not null references orders, issued_on date not null, total_cents int not null, billing_name text not null, billing_address text not null);
  create table reviews (id int generated always as identity primary key, customer_id int not null references customers, product_id int not null references products, stars int not null, body text not null, written_at timestamptz not null);
  create table wish_lists (id int generated always as identity primary key, customer_id int not null references customers, product_id int not null references products, added_at timestamptz not null);
  create table changes (id bigint generated always as identity primary key, at timestamptz not null default now(), table_name text not null, operation text not null, row_id int not null);
  create function count_change() returns trigger language plpgsql as $$ begin insert into changes (table_name, operation, row_id) values (tg_table_name, tg_op, old.id); return null; end $$;
  create function swallow() returns trigger language plpgsql as $$ begin return null; end $$;
`;

export const COUNTED = ['customers', 'addresses', 'orders', 'order_lines', 'invoices', 'reviews', 'wish_lists'];
const PRODUCTS = [
  'Touring frame',
  'Chain guard',
  'Dynamo lamp',
  'Pannier pair',
  'Leather saddle',
  'Rain cape',
  'Brake pads',
  'Child seat',
  'Cargo rack',
  'Route map Funen',
  'Repair kit',
  'Bell, brass',
];
const WORDS = [
  'Held up well on a week of rain.',
  'Fits, but the screws are soft.',
  'Exactly what I needed for the commute.',
  'Came a day late; otherwise fine.',
];
const INSERT_AT_ONCE = 500;

/** Fills the web shop's own database: it knows nothing of Bookend. */
export async function fillShop(url: string, people: readonly WorldPerson[], today: Date): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const random = seeded(7);
  await client.query(SCHEMA);
  for (const table of COUNTED)
    await client.query(
      `create trigger counted after update or delete on ${table} for each row execute function count_change()`,
    );
  const insert = async (table: string, columns: string[], rows: unknown[][]) => {
    for (let at = 0; at < rows.length; at += INSERT_AT_ONCE) {
      const part = rows.slice(at, at + INSERT_AT_ONCE);
      const places = part
        .map((row, r) => `(${row.map((_, c) => `$${r * columns.length + c + 1}`).join(',')})`)
        .join(',');
      await client.query(`insert into ${table} (${columns.join(',')}) values ${places}`, part.flat());
    }
  };
  const daysAgo = (days: number) => new Date(today.getTime() - days * 86_400_000);
  await insert(
    'products',
    ['id', 'name', 'price_cents'],
    PRODUCTS.map((name, i) => [i + 1, name, 900 + i * 1350]),
  );
  const buyers = people.filter(({ customerNo }) => customerNo);
  await insert(
    'customers',
    ['customer_no', 'first_name', 'last_name', 'email', 'phone', 'birth_date', 'country', 'created_at'],
    buyers.map((p) => [
      p.customerNo,
      p.givenName,
      p.familyName,
      p.email,
      p.phone,
      p.birthDate,
      p.country,
      daysAgo(200 + random.int(1500)),
    ]),
  );
  await insert(
    'addresses',
    ['customer_id', 'street', 'postcode', 'city', 'country'],
    buyers.map((p, i) => [i + 1, p.street, p.postcode, p.city, p.country]),
  );

  const orders: unknown[][] = [];
  const lines: unknown[][] = [];
  const invoices: unknown[][] = [];
  for (const [i, p] of buyers.entries()) {
    const count = p.story ? 4 : random.int(4);
    for (let n = 0; n < count; n++) {
      // Old enough, some of them, that their invoices need not be kept any more.
      const age = p.story === 'erasure' ? [2600, 700, 240, 40][n]! : 15 + random.int(2400);
      const orderId = orders.length + 1;
      orders.push([
        `O-${100_000 + orderId}`,
        i + 1,
        daysAgo(age),
        'delivered',
        `${p.givenName} ${p.familyName}, ${p.street}, ${p.postcode} ${p.city}`,
      ]);
      let total = 0;
      for (let l = 0; l <= random.int(3); l++) {
        const product = 1 + random.int(PRODUCTS.length);
        total += 900 + (product - 1) * 1350;
        lines.push([orderId, product, 1, 900 + (product - 1) * 1350]);
      }
      invoices.push([
        `F-${200_000 + orderId}`,
        orderId,
        daysAgo(age - 1),
        total,
        `${p.givenName} ${p.familyName}`,
        `${p.street}, ${p.postcode} ${p.city}`,
      ]);
    }
  }
  await insert('orders', ['order_no', 'customer_id', 'placed_at', 'status', 'ship_to'], orders);
  await insert('order_lines', ['order_id', 'product_id', 'quantity', 'price_cents'], lines);
  await insert(
    'invoices',
    ['invoice_no', 'order_id', 'issued_on', 'total_cents', 'billing_name', 'billing_address'],
    invoices,
  );
  const some = buyers.map((p, i) => ({ p, id: i + 1 })).filter(({ p }) => p.story || random.chance(0.2));
  await insert(
    'reviews',
    ['customer_id', 'product_id', 'stars', 'body', 'written_at'],
    some.map(({ id }) => [id, 1 + random.int(12), 3 + random.int(3), random.pick(WORDS), daysAgo(random.int(700))]),
  );
  await insert(
    'wish_lists',
    ['customer_id', 'product_id', 'added_at'],
    some.map(({ id }) => [id, 1 + random.int(12), daysAgo(random.int(300))]),
  );
  await client.query('analyze');
  await client.end();
}
