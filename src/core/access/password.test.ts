import { isNamed } from './password';

const dorthe = { name: 'Dorthe Lund', email: 'dorthe@thornbury.example' };

test.each([
  ['dorthe.lund2026', true],
  ['DortheDorthe1', true],
  ['thornbury-dorthe-kiln-glaze', false],
  ['a kettle sings at noon', false],
])('%s is little more than a name: %s', (password, expected) => expect(isNamed(password, dorthe)).toBe(expected));
