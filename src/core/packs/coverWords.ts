import type { Language } from '../letters/mailings';

/** What the cover letter of a pack says, in one language. Headings follow the letters of GDPR art. 15(1). */
export interface CoverWords {
  subject(organisation: string, ref: string): string;
  copy(day: string): string;
  portable(day: string): string;
  inIt: string;
  withheld(count: number): string;
  notGiven(count: number): string;
  notSearched(list: string): string;
  purposes: string;
  categories: string;
  recipients: string;
  retention: string;
  rights: string;
  rightsText(contact: string): string;
  complaints: string;
  complaintsText(authority: string): string;
  source: string;
  automated: string;
  noAutomated: string;
  transfers: string;
  none: string;
  nobody: string;
  /** Of some collections nobody has written this down yet. */
  notRecorded(list: string): string;
}

export const COVER_WORDS: Readonly<Record<Language, CoverWords>> = {
  en: {
    subject: (organisation, ref) => `Your data at ${organisation} (${ref})`,
    copy: (day) => `This is the copy of your data that you asked for, as it stood on ${day} (GDPR art. 15(3)).`,
    portable: (day) =>
      `This is the data that you gave us, as it stood on ${day}, in forms that machines can read: CSV, JSON and JSON-LD (GDPR art. 20).`,
    inIt: 'What is in it',
    withheld: (count) =>
      `${count} ${count === 1 ? 'record is' : 'records are'} held back because other people’s data stands in them; withheld.csv lists each with its reason (art. 15(4)).`,
    notGiven: (count) =>
      `${count} ${count === 1 ? 'record is' : 'records are'} not part of it because you did not give them to us yourself; you can ask for a copy of all your data instead.`,
    notSearched: (list) => `Could not be searched: ${list}. We will write again when that has been done.`,
    purposes: '(a) What your data is used for',
    categories: '(b) Categories of data',
    recipients: '(c) Who receives it',
    retention: '(d) How long it is kept',
    rights: '(e) Your rights',
    rightsText: (contact) =>
      `You may ask us to correct or erase your data or to restrict its use, and you may object to its use. Write to ${contact}.`,
    complaints: '(f) Complaints',
    complaintsText: (authority) =>
      `You may lodge a complaint with a supervisory authority; for us that is ${authority}.`,
    source: '(g) Where it comes from',
    automated: '(h) Automated decisions',
    noAutomated: 'No decision about you is made by a machine alone.',
    transfers: 'Transfers outside the European Economic Area (art. 15(2))',
    none: 'None.',
    nobody: 'Nobody outside of us.',
    notRecorded: (list) => `Not recorded yet for: ${list}. We are finding out and will write again.`,
  },
  da: {
    subject: (organisation, ref) => `Dine data hos ${organisation} (${ref})`,
    copy: (day) =>
      `Dette er den kopi af dine data, som du har bedt om, som de var ${day} (databeskyttelsesforordningens art. 15, stk. 3).`,
    portable: (day) =>
      `Dette er de data, som du har givet os, som de var ${day}, i former som maskiner kan læse: CSV, JSON og JSON-LD (databeskyttelsesforordningens art. 20).`,
    inIt: 'Det indeholder den',
    withheld: (count) =>
      `${count} ${count === 1 ? 'post er' : 'poster er'} holdt tilbage, fordi der står andre menneskers data i ${count === 1 ? 'den' : 'dem'}; holdt-tilbage.csv nævner hver enkelt med sin grund (art. 15, stk. 4).`,
    notGiven: (count) =>
      `${count} ${count === 1 ? 'post er' : 'poster er'} ikke med, fordi du ikke selv har givet os ${count === 1 ? 'den' : 'dem'}; du kan i stedet bede om en kopi af alle dine data.`,
    notSearched: (list) => `Kunne ikke gennemsøges: ${list}. Vi skriver igen, når det er sket.`,
    purposes: '(a) Hvad dine data bruges til',
    categories: '(b) Kategorier af data',
    recipients: '(c) Hvem der modtager dem',
    retention: '(d) Hvor længe de gemmes',
    rights: '(e) Dine rettigheder',
    rightsText: (contact) =>
      `Du kan bede os om at rette eller slette dine data eller begrænse brugen af dem, og du kan gøre indsigelse mod brugen. Skriv til ${contact}.`,
    complaints: '(f) Klage',
    complaintsText: (authority) => `Du kan klage til en tilsynsmyndighed; for os er det ${authority}.`,
    source: '(g) Hvor de kommer fra',
    automated: '(h) Automatiske afgørelser',
    noAutomated: 'Ingen afgørelse om dig træffes af en maskine alene.',
    transfers: 'Overførsler uden for Det Europæiske Økonomiske Samarbejdsområde (art. 15, stk. 2)',
    none: 'Ingen.',
    nobody: 'Ingen uden for os.',
    notRecorded: (list) => `Endnu ikke registreret for: ${list}. Vi er ved at finde ud af det og skriver igen.`,
  },
  de: {
    subject: (organisation, ref) => `Ihre Daten bei ${organisation} (${ref})`,
    copy: (day) => `Dies ist die Kopie Ihrer Daten, um die Sie gebeten haben, Stand ${day} (Art. 15 Abs. 3 DSGVO).`,
    portable: (day) =>
      `Dies sind die Daten, die Sie uns gegeben haben, Stand ${day}, in maschinenlesbaren Formen: CSV, JSON und JSON-LD (Art. 20 DSGVO).`,
    inIt: 'Was darin ist',
    withheld: (count) =>
      `${count} ${count === 1 ? 'Datensatz wird' : 'Datensätze werden'} zurückgehalten, weil Daten anderer Menschen darin stehen; zurueckgehalten.csv nennt jeden mit seinem Grund (Art. 15 Abs. 4).`,
    notGiven: (count) =>
      `${count} ${count === 1 ? 'Datensatz gehört' : 'Datensätze gehören'} nicht dazu, weil Sie ${count === 1 ? 'ihn' : 'sie'} uns nicht selbst gegeben haben; Sie können stattdessen um eine Kopie aller Ihrer Daten bitten.`,
    notSearched: (list) => `Nicht durchsucht werden konnte: ${list}. Wir schreiben wieder, wenn das geschehen ist.`,
    purposes: '(a) Wofür Ihre Daten genutzt werden',
    categories: '(b) Kategorien von Daten',
    recipients: '(c) Wer sie erhält',
    retention: '(d) Wie lange sie aufbewahrt werden',
    rights: '(e) Ihre Rechte',
    rightsText: (contact) =>
      `Sie können verlangen, dass wir Ihre Daten berichtigen, löschen oder ihre Nutzung einschränken, und Sie können der Nutzung widersprechen. Schreiben Sie an ${contact}.`,
    complaints: '(f) Beschwerde',
    complaintsText: (authority) =>
      `Sie können sich bei einer Aufsichtsbehörde beschweren; für uns ist das ${authority}.`,
    source: '(g) Woher sie stammen',
    automated: '(h) Automatisierte Entscheidungen',
    noAutomated: 'Keine Entscheidung über Sie trifft eine Maschine allein.',
    transfers: 'Übermittlungen außerhalb des Europäischen Wirtschaftsraums (Art. 15 Abs. 2)',
    none: 'Keine.',
    nobody: 'Niemand außerhalb unseres Hauses.',
    notRecorded: (list) => `Noch nicht verzeichnet für: ${list}. Wir klären das und schreiben wieder.`,
  },
  nl: {
    subject: (organisation, ref) => `Uw gegevens bij ${organisation} (${ref})`,
    copy: (day) =>
      `Dit is de kopie van uw gegevens waarom u heeft gevraagd, zoals ze waren op ${day} (AVG art. 15 lid 3).`,
    portable: (day) =>
      `Dit zijn de gegevens die u ons heeft gegeven, zoals ze waren op ${day}, in vormen die machines kunnen lezen: CSV, JSON en JSON-LD (AVG art. 20).`,
    inIt: 'Wat erin zit',
    withheld: (count) =>
      `${count} ${count === 1 ? 'record wordt' : 'records worden'} achtergehouden omdat er gegevens van anderen in staan; achtergehouden.csv noemt elk met de reden (art. 15 lid 4).`,
    notGiven: (count) =>
      `${count} ${count === 1 ? 'record hoort' : 'records horen'} er niet bij omdat u ${count === 1 ? 'dat' : 'die'} niet zelf aan ons heeft gegeven; u kunt in plaats daarvan om een kopie van al uw gegevens vragen.`,
    notSearched: (list) => `Kon niet worden doorzocht: ${list}. Wij schrijven opnieuw als dat is gebeurd.`,
    purposes: '(a) Waarvoor uw gegevens worden gebruikt',
    categories: '(b) Categorieën gegevens',
    recipients: '(c) Wie ze ontvangt',
    retention: '(d) Hoe lang ze worden bewaard',
    rights: '(e) Uw rechten',
    rightsText: (contact) =>
      `U kunt ons vragen uw gegevens te corrigeren of te wissen of het gebruik te beperken, en u kunt bezwaar maken tegen het gebruik. Schrijf naar ${contact}.`,
    complaints: '(f) Klacht',
    complaintsText: (authority) =>
      `U kunt een klacht indienen bij een toezichthoudende autoriteit; voor ons is dat ${authority}.`,
    source: '(g) Waar ze vandaan komen',
    automated: '(h) Geautomatiseerde besluiten',
    noAutomated: 'Geen besluit over u wordt door een machine alleen genomen.',
    transfers: 'Doorgiften buiten de Europese Economische Ruimte (art. 15 lid 2)',
    none: 'Geen.',
    nobody: 'Niemand buiten ons.',
    notRecorded: (list) => `Nog niet vastgelegd voor: ${list}. Wij zoeken het uit en schrijven opnieuw.`,
  },
};

/** Under California’s law the copy answers other questions, in English (Cal. Civ. Code 1798.110(a), 1798.130(a)(2)). */
export const CALIFORNIA: CoverWords = {
  ...COVER_WORDS.en,
  copy: (day) =>
    `These are the specific pieces of personal information that we have collected about you, as of ${day} (Cal. Civ. Code 1798.110(a)(5)). Numbers that open doors, such as account numbers, are only said to be held (11 CCR 7024(d)).`,
  portable: (day) =>
    `These are the specific pieces of personal information that you gave us, as of ${day}, in a portable and readily usable format (Cal. Civ. Code 1798.130(a)(3)(B)).`,
  withheld: (count) =>
    `${count} ${count === 1 ? 'piece is' : 'pieces are'} held back because other people’s information stands in ${count === 1 ? 'it' : 'them'} or the law lets nobody hand ${count === 1 ? 'it' : 'them'} over; withheld.csv lists each with its reason.`,
  purposes: 'Business or commercial purposes of collecting it (1798.110(a)(3))',
  categories: 'Categories of personal information (1798.110(a)(1))',
  recipients: 'Categories of third parties to whom it is disclosed (1798.110(a)(4))',
  retention: 'How long it is kept (1798.100(a)(3))',
  rights: 'Your rights',
  rightsText: (contact) =>
    `You may ask us to correct or delete it, to limit the use of sensitive personal information, and not to sell or share it. We do not treat you differently for that (1798.125). Write to ${contact}.`,
  complaints: 'Complaints',
  complaintsText: () => 'You may complain to the California Privacy Protection Agency or the Attorney General.',
  source: 'Categories of sources (1798.110(a)(2))',
  automated: 'Automated decisions',
  transfers: 'Sold or shared',
  none: 'We have not sold or shared it in the last twelve months.',
};
