import type { Day } from '../shared/days';
import type { Right } from '../requests/rights';
import { sayDayIn } from './frame';
import { languageOf, type Language } from './mailings';

/** Rights that end with a letter which says what was done. */
type ByLetter =
  | 'objection'
  | 'withdrawal'
  | 'opt-out'
  | 'limit'
  | 'rectification'
  | 'restriction'
  | 'automated-decision'
  | 'information';

const DONE: Readonly<Record<Language, (from: string) => Readonly<Record<ByLetter | 'other', string>>>> = {
  en: (from) => ({
    objection: `We have stopped the uses of your data that you objected to, with effect from ${from}. The systems that send on our behalf follow. You may still get a message that was on its way already.`,
    withdrawal: `Your consent is withdrawn with effect from ${from}. What was done before that day stays lawful (GDPR art. 7(3)). The systems that send on our behalf follow.`,
    'opt-out': `Your data is not sold or shared any more, with effect from ${from}. We have told those we shared it with. We will not ask you again for twelve months.`,
    limit: `Your sensitive data is used only for what you asked of us and what the law allows, with effect from ${from}.`,
    rectification:
      'We have corrected your data as you asked, and told those who had received it from us (GDPR art. 19).',
    restriction:
      'Your data is kept and used for nothing else. We will tell you before that changes (GDPR art. 18(3)), and have told those who had received it from us (art. 19).',
    'automated-decision': 'A person has looked at the decision and at what you wrote.',
    information: 'This is what we do with personal data.',
    other: 'We have done what you asked.',
  }),
  da: (from) => ({
    objection: `Vi er holdt op med den brug af dine data, som du gjorde indsigelse mod, med virkning fra ${from}. De systemer, der sender for os, følger med. Du kan stadig få en besked, der allerede var på vej.`,
    withdrawal: `Dit samtykke er trukket tilbage med virkning fra ${from}. Det, der er sket før den dag, er fortsat lovligt (databeskyttelsesforordningens art. 7, stk. 3). De systemer, der sender for os, følger med.`,
    'opt-out': `Dine data sælges og deles ikke længere, med virkning fra ${from}. Vi har givet besked til dem, vi delte dem med. Vi spørger dig ikke igen i tolv måneder.`,
    limit: `Dine følsomme data bruges kun til det, du har bedt os om, og det, loven tillader, med virkning fra ${from}.`,
    rectification:
      'Vi har rettet dine data, som du bad om, og givet besked til dem, der havde modtaget dem fra os (databeskyttelsesforordningens art. 19).',
    restriction:
      'Dine data gemmes og bruges ikke til andet. Vi giver dig besked, før det ændrer sig (databeskyttelsesforordningens art. 18, stk. 3), og har givet besked til dem, der havde modtaget dem fra os (art. 19).',
    'automated-decision': 'Et menneske har set på afgørelsen og på det, du skrev.',
    information: 'Sådan behandler vi persondata.',
    other: 'Vi har gjort det, du bad om.',
  }),
  de: (from) => ({
    objection: `Wir haben die Nutzung Ihrer Daten, der Sie widersprochen haben, mit Wirkung vom ${from} beendet. Die Systeme, die für uns senden, folgen. Eine Nachricht, die schon unterwegs war, kann Sie noch erreichen.`,
    withdrawal: `Ihre Einwilligung ist mit Wirkung vom ${from} widerrufen. Was vorher geschah, bleibt rechtmäßig (Art. 7 Abs. 3 DSGVO). Die Systeme, die für uns senden, folgen.`,
    'opt-out': `Ihre Daten werden mit Wirkung vom ${from} nicht mehr verkauft oder weitergegeben. Wir haben es denen mitgeteilt, mit denen wir sie geteilt haben. Wir fragen Sie zwölf Monate lang nicht wieder.`,
    limit: `Ihre sensiblen Daten werden mit Wirkung vom ${from} nur noch für das genutzt, worum Sie uns gebeten haben und was das Gesetz erlaubt.`,
    rectification:
      'Wir haben Ihre Daten berichtigt, wie Sie es wollten, und es denen mitgeteilt, die sie von uns erhalten hatten (Art. 19 DSGVO).',
    restriction:
      'Ihre Daten werden aufbewahrt und für nichts anderes genutzt. Bevor sich das ändert, sagen wir es Ihnen (Art. 18 Abs. 3 DSGVO); denen, die sie von uns erhalten hatten, haben wir es mitgeteilt (Art. 19).',
    'automated-decision': 'Ein Mensch hat sich die Entscheidung und das, was Sie geschrieben haben, angesehen.',
    information: 'So gehen wir mit personenbezogenen Daten um.',
    other: 'Wir haben getan, worum Sie gebeten haben.',
  }),
  nl: (from) => ({
    objection: `Wij zijn met ingang van ${from} gestopt met het gebruik van uw gegevens waartegen u bezwaar maakte. De systemen die namens ons versturen volgen. Een bericht dat al onderweg was kan u nog bereiken.`,
    withdrawal: `Uw toestemming is ingetrokken met ingang van ${from}. Wat daarvoor is gebeurd blijft rechtmatig (AVG art. 7 lid 3). De systemen die namens ons versturen volgen.`,
    'opt-out': `Uw gegevens worden met ingang van ${from} niet meer verkocht of gedeeld. Wij hebben het gemeld aan degenen met wie wij ze deelden. Wij vragen het u twaalf maanden niet opnieuw.`,
    limit: `Uw gevoelige gegevens worden met ingang van ${from} alleen gebruikt voor wat u ons vroeg en wat de wet toestaat.`,
    rectification:
      'Wij hebben uw gegevens gecorrigeerd zoals u vroeg, en het gemeld aan degenen die ze van ons hadden ontvangen (AVG art. 19).',
    restriction:
      'Uw gegevens worden bewaard en voor niets anders gebruikt. Wij laten het u weten voordat dat verandert (AVG art. 18 lid 3), en hebben het gemeld aan degenen die ze van ons hadden ontvangen (art. 19).',
    'automated-decision': 'Een mens heeft naar het besluit gekeken en naar wat u schreef.',
    information: 'Zo gaan wij om met persoonsgegevens.',
    other: 'Wij hebben gedaan wat u vroeg.',
  }),
};

/** A first draft of the answer that says what was done, in the person's language; a colleague completes it. */
export function completionText(right: Right, facts: { receivedOn: Day; language: string | null }): string {
  const words = DONE[languageOf(facts.language)](sayDayIn(facts.language, facts.receivedOn));
  return words[right as ByLetter] ?? words.other;
}
