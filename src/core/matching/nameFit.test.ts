import { nameFit } from './nameFit';

test.each([
  ['Holmgaard', 'Mette Holmgaard', 'name'],
  ['mette holmgaard', 'Mette Holmgaard', 'name'],
  ['Holm', 'Mette Holmgaard', 'name'],
  ['Meta Holmgaard', 'Mette Holmgaard', 'sound'],
  ['Kristiansen', 'Anna Christiansen', 'sound'],
  ['Xanthippe', 'Mette Holmgaard', null],
  ['Mutti Halmkarte', 'Mette Holmgaard', null],
  ['Mette Xanthippe', 'Mette Holmgaard', null],
  ['Kto', 'Kate Dahl', null],
])('%s in %s: %s', (words, name, fit) => expect(nameFit(words, name)).toBe(fit));
