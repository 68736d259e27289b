import { heading, letterText, list, para, type Letter } from './letter';
import { mailHtml } from './mailHtml';

const letter: Letter = {
  template: 't',
  version: 1,
  subject: 'Your answer',
  greeting: 'Dear Lone,',
  body: [
    para('Here it is: https://bookend.example/hand-over/x?lang=da.\nUntil Friday.'),
    heading('Your rights'),
    list(['complain <now>', 'go to court']),
  ],
  closing: 'Larkmere & Sons',
};

test('the words of the plain part, with headings, lists and links', () => {
  const html = mailHtml(letter.subject, letterText(letter), 'da');
  expect(html).toContain('<html lang="da">');
  expect(html).toContain('<p>Dear Lone,</p>');
  expect(html).toContain(
    '<a href="https://bookend.example/hand-over/x?lang=da">https://bookend.example/hand-over/x?lang=da</a>.<br>Until',
  );
  expect(html).toMatch(/<h2[^>]*>Your rights<\/h2><ul><li>complain &lt;now&gt;<\/li><li>go to court<\/li><\/ul>/);
  expect(html).toContain('<p>Larkmere &amp; Sons</p>');
  // Nothing is fetched when it is opened.
  expect(html).not.toMatch(/<img|<link|src=|url\(/);
});

test('what somebody wrote stays text', () => {
  const html = mailHtml('<b>x</b>', 'Hello "you"\n\n<script>alert(1)</script> https://x.example/"onclick="y\n\nBye');
  expect(html).toContain('<title>&lt;b&gt;x&lt;/b&gt;</title>');
  expect(html).toContain('&lt;script&gt;alert(1)&lt;/script&gt;');
  expect(html).not.toMatch(/<script|onclick="y/);
});
