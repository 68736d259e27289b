import * as yup from 'yup';
import { quietConsole } from './quietConsole';

test('whatever is logged, a value that somebody typed is not in it; where it happened is', () => {
  const written: string[] = [];
  const target = {
    error: (text: string) => written.push(text),
    warn: (text: string) => written.push(text),
  } as unknown as Console;
  quietConsole(target);
  const value = 'ida.vang@mail.example';
  let error: unknown;
  try {
    yup.string().email().validateSync(`${value} and more`);
  } catch (caught) {
    error = caught;
  }
  target.error(error);
  target.error('⨯', error);
  target.error(`⨯ Error: the value "${value}" is wrong`);
  target.warn(`Failed to parse: ${value}`, { email: value }, [value]);
  target.error(Object.assign(new Error(value), { code: '22P02' }));
  expect(written.join('\n')).not.toContain('ida.vang');
  expect(written[0]).toContain('ValidationError');
  expect(written[0]).toContain('quietConsole.test');
  expect(written.at(-1)).toContain('22P02');
});
