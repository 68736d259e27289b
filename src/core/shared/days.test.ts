import { csvLine } from './csv';
import { addWorkingDays, sayDay, sayInstant, workingDaysBetween } from './days';

describe('days', () => {
  const holidayOf = (day: string) => (day === '2026-12-25' ? 'Christmas Day' : null);
  test('working days leave out weekends and holidays', () => {
    expect(addWorkingDays('2026-12-23', 2, holidayOf)).toBe('2026-12-28');
    expect(workingDaysBetween('2026-12-23', '2026-12-28', holidayOf)).toBe(2);
    expect(workingDaysBetween('2026-12-28', '2026-12-23', holidayOf)).toBe(-2);
  });
  test('are said as people say them', () => {
    expect(sayDay('2026-12-15')).toBe('Tue 15 Dec 2026');
    expect(sayInstant('2026-10-24T20:14:00Z', 'Europe/Copenhagen')).toBe('Sat 24 Oct 2026 22:14');
  });
});

describe('CSV out', () => {
  test.each([
    ['=1+1', "'=1+1\r\n"],
    ['@SUM(A1)', "'@SUM(A1)\r\n"],
    ['-cmd|x', `"'-cmd|x"\r\n`],
    ['a;=1+1', `"a;'=1+1"\r\n`],
    ['a\t=1+1', `"a\t'=1+1"\r\n`],
    ['a;"=1+1"', `"a;""'=1+1"""\r\n`],
    ['12-3', '12-3\r\n'],
    ['+45 10 12 34 56', '+45 10 12 34 56\r\n'],
    ['say "hi", you', '"say ""hi"", you"\r\n'],
  ])('%s is safe to open', (cell, line) => expect(csvLine([cell])).toBe(line));
});
