export type Country = 'DK' | 'DE' | 'NL' | 'IE' | 'GB' | 'US';

export const GIVEN: Record<Country, readonly string[]> = {
  DK: ['Astrid', 'Bodil', 'Clara', 'Ditte', 'Emma', 'Freja', 'Gry', 'Helle', 'Ida', 'Johanne', 'Karen', 'Line', 'Maja', 'Nanna', 'Oda', 'Pernille', 'Rikke', 'Signe', 'Tove', 'Ulla', 'Anders', 'Bjarne', 'Christian', 'Dan', 'Erik', 'Frederik', 'Gustav', 'Henrik', 'Ib', 'Jakob', 'Kasper', 'Lars', 'Mikkel', 'Niels', 'Ole', 'Per', 'Rune', 'Søren', 'Troels', 'Viggo'],
  DE: ['Anke', 'Birgit', 'Claudia', 'Dorothea', 'Elke', 'Frauke', 'Gisela', 'Heike', 'Ilse', 'Jutta', 'Arne', 'Bernd', 'Dirk', 'Ernst', 'Florian', 'Gerd', 'Holger', 'Jürgen', 'Klaus', 'Lothar'],
  NL: ['Annelies', 'Bregje', 'Carlijn', 'Dieuwke', 'Esther', 'Femke', 'Hilde', 'Ilse', 'Joke', 'Lotte', 'Arjan', 'Bas', 'Coen', 'Daan', 'Egbert', 'Floris', 'Gijs', 'Huib', 'Jeroen', 'Koen'],
  IE: ['Aoife', 'Bríd', 'Ciara', 'Deirdre', 'Eimear', 'Fionnuala', 'Gráinne', 'Niamh', 'Orla', 'Sinéad', 'Aidan', 'Brendan', 'Cathal', 'Declan', 'Eoin', 'Fergal', 'Kieran', 'Liam', 'Oisín', 'Ruairí'],
  GB: ['Alice', 'Beatrice', 'Charlotte', 'Daisy', 'Eleanor', 'Florence', 'Harriet', 'Imogen', 'Jessica', 'Lydia', 'Arthur', 'Benedict', 'Charles', 'Edmund', 'Frank', 'George', 'Harold', 'Ivor', 'Jasper', 'Leonard'],
  US: ['Abigail', 'Brooke', 'Carmen', 'Dolores', 'Elena', 'Grace', 'Hannah', 'Isabel', 'Joyce', 'Kayla', 'Aaron', 'Blake', 'Carlos', 'Derek', 'Ethan', 'Felix', 'Gavin', 'Hector', 'Isaac', 'Jordan'],
};

export const FAMILY: Record<Country, readonly string[]> = {
  DK: ['Aagaard', 'Bang', 'Bech', 'Brandt', 'Dahl', 'Damgaard', 'Ebbesen', 'Fisker', 'Gammelgaard', 'Hald', 'Hjort', 'Iversen', 'Juhl', 'Kjær', 'Klit', 'Lund', 'Mølgaard', 'Nygaard', 'Overgaard', 'Palm', 'Quist', 'Rask', 'Skov', 'Thorup', 'Udsen', 'Vang', 'Winther', 'Ørsted', 'Ågård', 'Østergaard'],
  DE: ['Ahrens', 'Brandes', 'Clausen', 'Dierks', 'Ehlers', 'Friedrichs', 'Gerdes', 'Harms', 'Ites', 'Janßen', 'Köster', 'Lührs', 'Meinen', 'Nissen', 'Oltmanns', 'Petersen', 'Rickmers', 'Süß', 'Thießen', 'Wübben'],
  NL: ['van Aken', 'Bakker', 'de Boer', 'Dekker', 'van Eck', 'Franken', 'de Graaf', 'Hoekstra', 'Jansma', 'Kuipers', 'van Leeuwen', 'Mulder', 'Nijhof', 'Oosterhuis', 'Postma', 'van Rijn', 'Smit', 'Terpstra', 'Veldman', 'de Wit'],
  IE: ['Ahearne', 'Breen', 'Casey', 'Dolan', 'Egan', 'Fahy', 'Geraghty', 'Hanley', 'Kinsella', 'Lacey', 'MacNally', 'Nolan', 'O’Hare', 'O’Sullivan', 'Quirke', 'Reilly', 'Scully', 'Tierney', 'Walsh', 'Whelan'],
  GB: ['Ashdown', 'Barrow', 'Clitheroe', 'Dunmore', 'Eastwick', 'Fairley', 'Garside', 'Hathersage', 'Inglewood', 'Kettlewell', 'Langdale', 'Marsh', 'Netherby', 'Oakshott', 'Pemberly', 'Ravenscar', 'Silverdale', 'Thirlby', 'Underhill', 'Wetherby'],
  US: ['Alvarez', 'Bridger', 'Calloway', 'Dawson', 'Everhart', 'Fielding', 'Granger', 'Holloway', 'Ives', 'Jennings', 'Kessler', 'Lockhart', 'Mercer', 'Norwood', 'Ortega', 'Prescott', 'Redding', 'Sawyer', 'Tolland', 'Whitaker'],
};

export const TOWNS: Record<Country, readonly (readonly [string, string])[]> = {
  DK: [['8000', 'Aarhus'], ['5000', 'Odense'], ['9000', 'Aalborg'], ['6700', 'Esbjerg'], ['7100', 'Vejle']],
  DE: [['24937', 'Flensburg'], ['24103', 'Kiel'], ['26121', 'Oldenburg']],
  NL: [['9711 AA', 'Groningen'], ['3511 AA', 'Utrecht'], ['6511 AA', 'Nijmegen']],
  IE: [['T12 X0X0', 'Cork'], ['H91 X0X0', 'Galway']],
  GB: [['YO1 0AA', 'York'], ['EX1 0AA', 'Exeter']],
  US: [['94100', 'San Francisco'], ['80200', 'Denver']],
};

/** Ranges kept for fiction where a country has one (DE, IE, GB, US), else ranges that nobody is given. */
export function phoneOf(country: Country, n: number): string {
  const four = String(n % 10000).padStart(4, '0');
  const six = String(n % 1000000).padStart(6, '0');
  const three = String(n % 1000).padStart(3, '0');
  switch (country) {
    case 'DK': return `+45 10 ${six.slice(0, 2)} ${six.slice(2, 4)} ${six.slice(4)}`;
    case 'DE': return `+49 30 23125 ${three}`;
    case 'NL': return `+31 89 ${three} ${four}`;
    case 'IE': return `+353 20 91${n % 10} ${four}`;
    case 'GB': return `+44 7700 900${three}`;
    case 'US': return `+1 415 555 01${String(n % 100).padStart(2, '0')}`;
  }
}
