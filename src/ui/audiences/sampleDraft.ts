/** A made-up advertisement that lacks what it must have: to see what the check says before there is a mail of one's own. */
export const SAMPLE_DRAFT = [
  'From: Example Shop <news@shop.example>',
  'To: somebody@mail.example',
  'Subject: Autumn offers: 20 % off every bell',
  'MIME-Version: 1.0',
  'Content-Type: text/html; charset=utf-8',
  '',
  '<p>Only this week: 20 % off every bell. <a href="https://shop.example/bells?utm_campaign=autumn">Buy now</a></p>',
  '',
].join('\r\n');
