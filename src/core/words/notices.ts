import type { Language } from '../letters/mailings';
import type { NoticeWords } from './words';

// Notices as they are proposed: an organisation makes them its own. A sentence with a field that has no value is left out.

const counted =
  (units: Readonly<Record<'years' | 'months' | 'days', readonly [string, string]>>, and: string, none: string) =>
  (period: { years: number; months: number; days: number }): string =>
    (['years', 'months', 'days'] as const)
      .flatMap((unit) => (period[unit] > 0 ? [`${period[unit]} ${units[unit][period[unit] === 1 ? 0 : 1]}`] : []))
      .join(` ${and} `) || none;

const en: NoticeWords = {
  period: counted({ years: ['year', 'years'], months: ['month', 'months'], days: ['day', 'days'] }, 'and', 'not kept'),
  privacy: `How {{organisation}} uses your data

{{organisation}}, {{address}}, decides why and how your data is used. Write to us about it at {{contact}}.

Our data protection officer is {{officer}}.

## What we use your data for

- {{purposes}}

Where we asked you, you can take your yes back at any time, as easily as you gave it. What was done until then stays lawful.

?marketing We send advertising only for {{marketing}}. You can object to it at any time, and it stops.

## Where it comes from

- {{sources}}

Some of it is especially protected by law: {{special}}.

## Who receives it

- {{recipients}}

We sell or share data for {{selling}}. You can say no to that at any time, and we do not ask why.

## Outside the European Economic Area

- {{transfers}}

It is protected there by {{safeguards}}.

?noTransfers We do not send your data outside the European Economic Area.

## How long we keep it

- {{retention}}

Everything else goes when it is not needed any more for what it was collected for.

## Decisions made by programs

- {{automated}}

?noAutomated No decision about you is made by a program alone.

## Children

Whoever is younger than {{childAge}} needs the agreement of a parent or guardian.

?noChildren Our offers are not meant for children, and we do not knowingly keep their data.

## What you can ask of us

- a copy of your data, and what we do with it
- to have put right what is wrong
- to have it erased, or no longer used
- to have it handed to you or somebody else in a form that programs can read
- to object where we rely on our own interest

We answer within one month. Asking costs nothing.

?california ## People in California

?california You have the right to know, to delete, to correct, to limit the use of what is sensitive, and to say no to sale and sharing. Nobody is treated worse for it. Browsers can say no for you by a signal (Global Privacy Control), and we obey it.

?unitedKingdom ## People in the United Kingdom

?unitedKingdom The UK GDPR gives you the same rights. You can also complain to the Information Commissioner.

## If you are not content

You can complain to the {{authority}}.`,
  tracker: `What our pages keep on your device

Our pages keep only what you agreed to, and what they cannot work without. You can change your mind at any time through the mark at the edge of each page.

## What is kept and called

- {{trackers}}

Write to {{contact}} with questions.`,
  page: `About {{organisation}}

{{organisation}}, {{address}}. Write to us at {{contact}}.`,
};

const da: NoticeWords = {
  period: counted({ years: ['år', 'år'], months: ['måned', 'måneder'], days: ['dag', 'dage'] }, 'og', 'gemmes ikke'),
  privacy: `Sådan bruger {{organisation}} dine oplysninger

{{organisation}}, {{address}}, bestemmer, hvorfor og hvordan dine oplysninger bruges. Skriv til os om det på {{contact}}.

Vores databeskyttelsesrådgiver er {{officer}}.

## Hvad vi bruger dine oplysninger til

- {{purposes}}

Hvor vi har spurgt dig, kan du når som helst trække dit ja tilbage, lige så let som du gav det. Det, der skete indtil da, er stadig lovligt.

?marketing Vi sender kun reklame for {{marketing}}. Du kan altid gøre indsigelse, og så holder det op.

## Hvor de kommer fra

- {{sources}}

Noget af det er særligt beskyttet af loven: {{special}}.

## Hvem der modtager dem

- {{recipients}}

Vi sælger eller deler oplysninger til {{selling}}. Det kan du altid sige nej til, og vi spørger ikke hvorfor.

## Uden for Det Europæiske Økonomiske Samarbejdsområde

- {{transfers}}

De er beskyttet der ved {{safeguards}}.

?noTransfers Vi sender ikke dine oplysninger uden for Det Europæiske Økonomiske Samarbejdsområde.

## Hvor længe vi gemmer dem

- {{retention}}

Alt andet slettes, når det ikke længere er nødvendigt til det, det blev indsamlet til.

## Afgørelser truffet af programmer

- {{automated}}

?noAutomated Ingen afgørelse om dig træffes af et program alene.

## Børn

Den, der er under {{childAge}} år, skal have en forælders eller værges ja.

?noChildren Vores tilbud er ikke for børn, og vi gemmer ikke bevidst oplysninger om dem.

## Hvad du kan bede os om

- indsigt: en kopi af dine oplysninger, og hvad vi bruger dem til
- at få rettet det, der er forkert
- at få dem slettet, eller ikke længere brugt
- at få dem udleveret i en form, som programmer kan læse
- at gøre indsigelse, hvor vi støtter os på vores egen interesse

Vi svarer inden en måned. Det koster ikke noget.

?california ## Personer i Californien

?california Du har ret til at få at vide, slette, rette, begrænse brugen af følsomme oplysninger og sige nej til salg og deling. Ingen behandles dårligere af den grund. Browsere kan sige nej for dig med et signal (Global Privacy Control), og det følger vi.

?unitedKingdom ## Personer i Storbritannien

?unitedKingdom UK GDPR giver dig de samme rettigheder. Du kan også klage til Information Commissioner.

## Hvis du ikke er tilfreds

Du kan klage til {{authority}}.`,
  tracker: `Hvad vores sider gemmer på din enhed

Vores sider gemmer kun det, du har sagt ja til, og det, de ikke kan fungere uden. Du kan altid ændre mening gennem mærket ved kanten af hver side.

## Hvad der gemmes og kaldes

- {{trackers}}

Skriv til {{contact}} med spørgsmål.`,
  page: `Om {{organisation}}

{{organisation}}, {{address}}. Skriv til os på {{contact}}.`,
};

const de: NoticeWords = {
  period: counted(
    { years: ['Jahr', 'Jahre'], months: ['Monat', 'Monate'], days: ['Tag', 'Tage'] },
    'und',
    'nicht aufbewahrt',
  ),
  privacy: `Wie {{organisation}} Ihre Daten verwendet

{{organisation}}, {{address}}, entscheidet, wozu und wie Ihre Daten verwendet werden. Schreiben Sie uns dazu an {{contact}}.

Unsere Datenschutzbeauftragte Person ist {{officer}}.

## Wozu wir Ihre Daten verwenden

- {{purposes}}

Wo wir Sie gefragt haben, können Sie Ihr Ja jederzeit widerrufen, so leicht, wie Sie es gegeben haben. Was bis dahin geschah, bleibt rechtmäßig.

?marketing Wir werben nur für {{marketing}}. Sie können dem jederzeit widersprechen, und es hört auf.

## Woher sie kommen

- {{sources}}

Manches davon ist vom Gesetz besonders geschützt: {{special}}.

## Wer sie erhält

- {{recipients}}

Wir verkaufen oder teilen Daten für {{selling}}. Dazu können Sie jederzeit Nein sagen, und wir fragen nicht, warum.

## Außerhalb des Europäischen Wirtschaftsraums

- {{transfers}}

Sie sind dort geschützt durch {{safeguards}}.

?noTransfers Wir geben Ihre Daten nicht an Orte außerhalb des Europäischen Wirtschaftsraums.

## Wie lange wir sie aufbewahren

- {{retention}}

Alles andere wird gelöscht, wenn es nicht mehr nötig ist für das, wofür es erhoben wurde.

## Entscheidungen durch Programme

- {{automated}}

?noAutomated Keine Entscheidung über Sie trifft ein Programm allein.

## Kinder

Wer jünger als {{childAge}} ist, braucht das Ja einer sorgeberechtigten Person.

?noChildren Unsere Angebote richten sich nicht an Kinder, und wir bewahren ihre Daten nicht wissentlich auf.

## Was Sie von uns verlangen können

- Auskunft: eine Kopie Ihrer Daten, und was wir damit tun
- dass berichtigt wird, was falsch ist
- dass sie gelöscht oder nicht mehr verwendet werden
- dass sie in einer Form herausgegeben werden, die Programme lesen können
- Widerspruch, wo wir uns auf unser eigenes Interesse stützen

Wir antworten innerhalb eines Monats. Das Fragen kostet nichts.

?california ## Menschen in Kalifornien

?california Sie haben das Recht auf Auskunft, Löschung, Berichtigung, auf eine Begrenzung der Verwendung sensibler Daten und auf ein Nein zu Verkauf und Weitergabe. Niemand wird deshalb schlechter behandelt. Browser können mit einem Signal (Global Privacy Control) für Sie Nein sagen, und wir folgen ihm.

?unitedKingdom ## Menschen im Vereinigten Königreich

?unitedKingdom Die UK GDPR gibt Ihnen dieselben Rechte. Sie können sich auch beim Information Commissioner beschweren.

## Wenn Sie nicht zufrieden sind

Sie können sich beschweren: {{authority}}.`,
  tracker: `Was unsere Seiten auf Ihrem Gerät aufbewahren

Unsere Seiten bewahren nur auf, wozu Sie Ja gesagt haben, und ohne was sie nicht gehen. Sie können es sich jederzeit anders überlegen, über das Zeichen am Rand jeder Seite.

## Was aufbewahrt und aufgerufen wird

- {{trackers}}

Schreiben Sie mit Fragen an {{contact}}.`,
  page: `Über {{organisation}}

{{organisation}}, {{address}}. Schreiben Sie uns an {{contact}}.`,
};

const nl: NoticeWords = {
  period: counted(
    { years: ['jaar', 'jaar'], months: ['maand', 'maanden'], days: ['dag', 'dagen'] },
    'en',
    'niet bewaard',
  ),
  privacy: `Hoe {{organisation}} uw gegevens gebruikt

{{organisation}}, {{address}}, bepaalt waarom en hoe uw gegevens worden gebruikt. Schrijf ons erover op {{contact}}.

Onze functionaris voor gegevensbescherming is {{officer}}.

## Waarvoor wij uw gegevens gebruiken

- {{purposes}}

Waar wij u hebben gevraagd, kunt u uw ja op elk moment intrekken, even makkelijk als u het gaf. Wat tot dan toe gebeurde, blijft rechtmatig.

?marketing Wij sturen alleen reclame voor {{marketing}}. U kunt daar altijd bezwaar tegen maken, en dan stopt het.

## Waar ze vandaan komen

- {{sources}}

Een deel ervan is door de wet bijzonder beschermd: {{special}}.

## Wie ze ontvangt

- {{recipients}}

Wij verkopen of delen gegevens voor {{selling}}. Daar kunt u altijd nee tegen zeggen, en wij vragen niet waarom.

## Buiten de Europese Economische Ruimte

- {{transfers}}

Ze zijn daar beschermd door {{safeguards}}.

?noTransfers Wij sturen uw gegevens niet naar plaatsen buiten de Europese Economische Ruimte.

## Hoe lang wij ze bewaren

- {{retention}}

Al het andere wordt gewist als het niet meer nodig is voor waar het voor werd verzameld.

## Besluiten door programma’s

- {{automated}}

?noAutomated Geen besluit over u wordt door een programma alleen genomen.

## Kinderen

Wie jonger is dan {{childAge}}, heeft het ja van een ouder of voogd nodig.

?noChildren Ons aanbod is niet bedoeld voor kinderen, en wij bewaren niet bewust gegevens van hen.

## Wat u van ons kunt vragen

- inzage: een kopie van uw gegevens, en wat wij ermee doen
- dat verbeterd wordt wat fout is
- dat ze worden gewist of niet meer gebruikt
- dat ze worden overgedragen in een vorm die programma’s kunnen lezen
- bezwaar, waar wij ons op ons eigen belang beroepen

Wij antwoorden binnen een maand. Vragen kost niets.

?california ## Mensen in Californië

?california U hebt het recht om te weten, te laten wissen, te laten verbeteren, het gebruik van gevoelige gegevens te beperken en nee te zeggen tegen verkoop en delen. Niemand wordt daarom slechter behandeld. Browsers kunnen met een signaal (Global Privacy Control) nee voor u zeggen, en daar houden wij ons aan.

?unitedKingdom ## Mensen in het Verenigd Koninkrijk

?unitedKingdom De UK GDPR geeft u dezelfde rechten. U kunt ook een klacht indienen bij de Information Commissioner.

## Als u niet tevreden bent

U kunt een klacht indienen bij: {{authority}}.`,
  tracker: `Wat onze pagina’s op uw apparaat bewaren

Onze pagina’s bewaren alleen waar u ja tegen zei, en waar ze niet zonder kunnen. U kunt altijd van gedachten veranderen, via het teken aan de rand van elke pagina.

## Wat wordt bewaard en opgeroepen

- {{trackers}}

Schrijf met vragen naar {{contact}}.`,
  page: `Over {{organisation}}

{{organisation}}, {{address}}. Schrijf ons op {{contact}}.`,
};

export const NOTICE_WORDS: Readonly<Record<Language, NoticeWords>> = { en, da, de, nl };
