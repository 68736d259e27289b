import { numbers } from '../matching/people';

// Made-up messages in six languages with labels known by construction. Three sets of templates and names: to tune on, to look at once, and one that nothing was changed for.

export interface Label {
  start: number;
  end: number;
  kind: string;
}

export interface LabelledText {
  language: string;
  text: string;
  labels: Label[];
}

export type Part = 'tune' | 'report' | 'fresh';

type Values = Readonly<Record<string, readonly string[]>>;

const words = (text: string) => text.trim().split(/\s+/);
const joined = (given: string, family: string) =>
  words(given).flatMap((g, i) => [
    `${g} ${words(family.replace(/_/g, ' '))[0] ? family.trim().split(/\s+/)[i % family.trim().split(/\s+/).length]!.replace(/_/g, ' ') : ''}`,
  ]);

const NAMES: Readonly<Record<string, Readonly<Record<Part, readonly string[]>>>> = {
  en: {
    tune: joined(
      'Alice Thomas Margaret Oliver Hannah George Rebecca Simon',
      'Marsh Whitlock Taylor Ashworth Holloway Pemberton Jones MacLeod',
    ),
    report: joined(
      'Charlotte Edward Samantha Daniel Jessica Robert Helen Matthew Abigail Laura',
      'Fairbairn Clarke Robinson Hargreaves Thompson Walker Sutcliffe Harrison Bennett Lockwood',
    ),
    fresh: joined(
      'Gwendolyn Patrick Beatrice Stuart Naomi Clifford',
      'Ellsworth Young Kavanagh Reid Mitchell Bannerman',
    ),
  },
  da: {
    tune: joined(
      'Mette Søren Kirsten Lars Bodil Rasmus Freja Niels',
      'Holmgaard Jensen Kjær Østergaard Nielsen Bruun Madsen Vinter',
    ),
    report: joined(
      'Camilla Henrik Birgitte Anders Lene Mikkel Pernille Torben Dorthe Jakob',
      'Sørensen Thorup Rasmussen Bjerregaard Christensen Damsgaard Poulsen Mortensen Friis Andersen',
    ),
    fresh: joined('Inger Kristoffer Lise Emil Sanne Gorm', 'Brandt Toft Lauridsen Kragh Holst Jepsen'),
  },
  de: {
    tune: joined(
      'Jürgen Katharina Stefan Ursula Matthias Heike Felix Sabine',
      'Müller Köhler Schmidt Brandstätter Krüger Weber Lindner Hofmann',
    ),
    report: joined(
      'Andreas Monika Thomas Christine Markus Petra Daniel Elisabeth Florian Julia',
      'Schneider Vogel Zimmermann Schröder Neumann Hartmann Krause Ziegler Lehmann Albrecht',
    ),
    fresh: joined('Brigitte Moritz Gerlinde Tobias Annegret Konrad', 'Engel Böttcher Wagner Sommerfeld Hoffmann Thiel'),
  },
  nl: {
    tune: joined(
      'Pieter Anneke Willem Marieke Dirk Saskia Ruben Femke',
      'de_Vries Bakker van_den_Berg Janssen Hoekstra Mulder Visser Kuipers',
    ),
    report: joined(
      'Jeroen Ingrid Maarten Esther Sander Lotte Bas Monique Thijs Annelies',
      'van_Dijk Smit de_Boer Meijer Dekker van_der_Meer Brouwer Peters Jansen Vermeulen',
    ),
    fresh: joined('Cornelis Evelien Joris Hilde Wim Roos', 'van_Leeuwen Postma Schouten de_Groot Willems Kok'),
  },
  fr: {
    tune: joined(
      'Camille Jean Sophie Pierre Isabelle Luc Nathalie Antoine',
      'Dubois Lefèvre Moreau Bernard Girard Fontaine Rousseau Mercier',
    ),
    report: joined(
      'Claire François Émilie Nicolas Hélène Julien Aurélie Mathieu Chloé Philippe',
      'Laurent Martin Garnier Dupont Blanchard Chevalier Roux Lemaire Perrin Morel',
    ),
    fresh: joined('Baptiste Margaux Thierry Solène Gérard Inès', 'Faure Lambert Renaud Deschamps Petit Barbier'),
  },
  es: {
    tune: joined(
      'Carmen José Lucía Antonio Pilar Javier Elena Miguel',
      'García Rodríguez Fernández López Sánchez Romero Navarro Torres',
    ),
    report: joined(
      'Marta Alejandro Cristina Pablo Rosa Fernando Beatriz Sergio Laura Manuel',
      'Martínez Gómez Díaz Hernández Muñoz Álvarez Jiménez Moreno Gutiérrez Ortega',
    ),
    fresh: joined('Ignacio Rocío Álvaro Nuria Esteban Inés', 'Castro Vega Iglesias Delgado Ramos Serrano'),
  },
};

const VALUES: Readonly<Record<string, Values>> = {
  en: {
    phone: [
      '+44 7700 900123',
      '020 7946 0018',
      '+44 (0)20 7946 0991',
      '07700-900456',
      '+44\u00A07700\u00A0900789',
      '01632 960 155',
    ],
    address: [
      '12 Mill Road, York YO1 7HH',
      '48 Victoria Avenue, Bristol BS1 4DJ',
      '7 Church Lane, Manchester M1 1AE',
      '221 Station Road, Leeds LS1 4AP',
      '350 Maple Street, Springfield, IL 62704',
    ],
    'birth-date': ['14 March 1987', '03/11/1972', '1990-06-21', '2nd May 1965', 'July 9, 1981'],
  },
  da: {
    phone: ['20 12 34 56', '+45 51 23 45 67', '+4561234567', '31\u00A022\u00A033\u00A044', '40-11-22-33'],
    address: [
      'Havnegade 12, 8000 Aarhus',
      'Møllevej 4 B, 2. tv, 5000 Odense',
      'Strandvejen 105, 2100 København Ø',
      'Birkeallé 7, 9000 Aalborg',
      'Kirkestræde 3, 4000 Roskilde',
    ],
    'birth-date': ['14. marts 1987', '03.11.1972', '21-06-1990', '2. maj 1965', '1981-07-09'],
  },
  de: {
    phone: ['0151 23456789', '+49 30 1234567', '030/123 45 67', '+49\u00A0171\u00A07654321', '0431-98765432'],
    address: [
      'Hauptstraße 12, 24937 Flensburg',
      'Lindenallee 4, 10115 Berlin',
      'Goethestr. 88, 80331 München',
      'Gartenweg 3b, 50667 Köln',
      'Am Mühlbach 9, 20095 Hamburg',
    ],
    'birth-date': ['14. März 1987', '03.11.1972', '21.6.1990', '2. Mai 1965', '09.07.81'],
  },
  nl: {
    phone: ['06 12345678', '+31 6 87654321', '020-1234567', '+31\u00A020\u00A07654321', '06-11 22 33 44'],
    address: [
      'Dorpsstraat 12, 1012 AB Amsterdam',
      'Kerkstraat 4a, 3511 LX Utrecht',
      'Prinsengracht 263, 1016 GV Amsterdam',
      'Lindelaan 7, 9711 KH Groningen',
      'Molenweg 31, 6211 LE Maastricht',
    ],
    'birth-date': ['14 maart 1987', '03-11-1972', '21-6-1990', '2 mei 1965', '1981-07-09'],
  },
  fr: {
    phone: [
      '06 12 34 56 78',
      '+33 1 23 45 67 89',
      '01.23.45.67.89',
      '+33\u00A06\u00A098\u00A076\u00A054\u00A032',
      '07-11-22-33-44',
    ],
    address: [
      '12 rue de la Paix, 75002 Paris',
      '48, avenue Victor Hugo, 69002 Lyon',
      '7 place du Marché, 13001 Marseille',
      '3 bis chemin des Vignes, 31000 Toulouse',
      '105 boulevard Voltaire, 75011 Paris',
    ],
    'birth-date': ['14 mars 1987', '03/11/1972', '21/06/1990', '2 mai 1965', '9 juillet 1981'],
  },
  es: {
    phone: ['612 345 678', '+34 91 123 45 67', '+34 698 76 54 32', '911\u00A0234\u00A0567', '654-11-22-33'],
    address: [
      'Calle Mayor 12, 28013 Madrid',
      'Avenida de la Constitución, 48, 41001 Sevilla',
      'Plaza España 7, 08014 Barcelona',
      'C/ Serrano 105, 28006 Madrid',
      'Paseo del Prado 3, 46001 Valencia',
    ],
    'birth-date': ['14 de marzo de 1987', '03/11/1972', '21-06-1990', '2 de mayo de 1965', '9 de julio de 1981'],
  },
};

/** The same in every language; cards and IBANs pass their arithmetic. */
const COMMON: Values = {
  email: [
    'a.rider+shop@mail.example',
    'Customer42@post.example',
    "o'hara@inbox.example",
    'x_y@brev.example',
    'first.last@sub.mail.example',
  ],
  'payment-card': [
    '4111 1111 1111 1111',
    '5555-5555-5555-4444',
    '378282246310005',
    '6011111111111117',
    '30569309025904',
    '3530111333300000',
    '2223003122003222',
    '4222222222222',
  ],
  iban: [
    'DE89 3704 0044 0532 0130 00',
    'GB82 WEST 1234 5698 7654 32',
    'FR14 2004 1010 0505 0001 3M02 606',
    'ES91 2100 0418 4502 0005 1332',
    'NL91ABNA0417164300',
    'DK5000400440116243',
    'be68 5390 0754 7034',
    'NO93 8601 1117 947',
  ],
};

const TEMPLATES: Readonly<Record<string, Readonly<Record<Part, readonly string[]>>>> = {
  en: {
    tune: [
      'Dear {name},\nthank you for your order 4711-2026.',
      'I spoke with {name} about the brakes; you can reach me on the phone at {phone}.',
      'Please deliver to {address} before noon.',
      'My IBAN is {iban}, not the old one.',
      'She was born on {birth}, so she is old enough.',
      'Regards,\n{name}\n{email}',
      'The part number is 9876-5432-1 and the frame is R-20260113.',
      'Mr {name} paid with the card {card} yesterday.',
      'The invoice 20260098 for 1,299.00 came twice.',
    ],
    report: [
      'Yesterday {name} called from {phone} and asked for a refund.',
      'Could you send the tent to {address} instead?',
      '{name} rented two bikes; the guide was {name}.',
      'Born {birth}, {name} joined the camp.',
      'We refunded the amount to {iban}.',
      'Card used: {card}, expiry 09/29.',
      'Hi,\nwrite to {email} or call me on {phone}.\nCheers,\n{name}',
      'Ticket 88213 was closed on 2026-03-14 by the Support Team.',
      'The serial is SN 4402 1187 2236 and the order PO-2026-00418 weighs 12.5 kg.',
      'Dr. {name} signed the waiver; date of birth {birth}.',
    ],
    fresh: [
      'We met {name} at the lake; {name} lent us a pump.',
      'Ship it to {address}, attention {name}.',
      'Refund to {iban} please, or to card {card}.',
      'Text me: {phone}. My mail is {email}.',
      'Passenger: {name}, DOB {birth}.',
      'Batch 7731-0098, model XR-550, paid 2026-01-09, 3 x 49.95.',
    ],
  },
  da: {
    tune: [
      'Kære {name},\ntak for din ordre 4711-2026.',
      'Jeg talte med {name} om bremserne; ring til mig på tlf. {phone}.',
      'Send den til {address} inden fredag.',
      'Mit kontonummer er {iban}.',
      'Hun er født den {birth}.',
      'Med venlig hilsen\n{name}\n{email}',
      'Varenummer 9876-5432 og stel R-20260113 er på lager.',
      'Hr. {name} betalte med kortet {card}.',
      'Fakturaen 20260098 på 1.299,00 kr. kom to gange.',
    ],
    report: [
      'I går ringede {name} fra mobil {phone} og ville have pengene tilbage.',
      'Kan I sende teltet til {address} i stedet?',
      'Turen blev ledet af {name}, og {name} var med.',
      'Født {birth}. {name} er tilmeldt lejren.',
      'Vi har sendt beløbet til {iban}.',
      'Kort: {card}, udløb 09/29.',
      'Hej,\nskriv til {email} eller ring på {phone}.\nVenlig hilsen\n{name}',
      'Sag 88213 blev lukket 2026-03-14 af Kundeservice.',
      'Serienummer SN 4402 1187 2236, ordre PO-2026-00418, vægt 12,5 kg.',
      'Fru {name} skrev under; fødselsdato {birth}.',
    ],
    fresh: [
      'Vi mødte {name} ved søen; {name} lånte os en pumpe.',
      'Lever til {address}, att. {name}.',
      'Overfør til {iban} eller kortet {card}.',
      'Skriv på mobil {phone} eller {email}.',
      'Passager: {name}, født {birth}.',
      'Parti 7731-0098, model XR-550, betalt 2026-01-09, 3 x 49,95.',
    ],
  },
  de: {
    tune: [
      'Sehr geehrte Frau {name},\nvielen Dank für Ihre Bestellung 4711-2026.',
      'Ich habe mit {name} über die Bremsen gesprochen; Telefon {phone}.',
      'Bitte liefern Sie an {address} bis Freitag.',
      'Meine IBAN lautet {iban}.',
      'Sie wurde am {birth} geboren.',
      'Mit freundlichen Grüßen\n{name}\n{email}',
      'Die Artikelnummer 9876-5432 und der Rahmen R-20260113 sind da.',
      'Herr {name} zahlte mit der Karte {card}.',
      'Die Rechnung 20260098 über 1.299,00 Euro kam doppelt.',
    ],
    report: [
      'Gestern hat {name} angerufen, Handy {phone}, und wollte das Geld zurück.',
      'Können Sie das Zelt an {address} schicken?',
      'Die Tour führte {name}, dabei war auch {name}.',
      'Geburtsdatum {birth}: {name} ist angemeldet.',
      'Wir haben den Betrag an {iban} überwiesen.',
      'Karte: {card}, gültig bis 09/29.',
      'Hallo,\nschreiben Sie an {email} oder rufen Sie an: {phone}.\nViele Grüße\n{name}',
      'Vorgang 88213 wurde am 2026-03-14 vom Kundendienst geschlossen.',
      'Seriennummer SN 4402 1187 2236, Bestellung PO-2026-00418, Gewicht 12,5 kg.',
      'Frau {name} hat unterschrieben; geboren am {birth}.',
    ],
    fresh: [
      'Wir trafen {name} am See; {name} lieh uns eine Pumpe.',
      'Liefern an {address}, zu Händen {name}.',
      'Überweisen Sie auf {iban} oder auf die Karte {card}.',
      'Rufen Sie mobil an: {phone}, oder {email}.',
      'Reisende: {name}, geboren {birth}.',
      'Charge 7731-0098, Modell XR-550, bezahlt 2026-01-09, 3 x 49,95.',
    ],
  },
  nl: {
    tune: [
      'Geachte heer {name},\ndank voor uw bestelling 4711-2026.',
      'Ik sprak met {name} over de remmen; bel mij op {phone}.',
      'Bezorg het op {address} voor vrijdag.',
      'Mijn rekening is {iban}.',
      'Zij is geboren op {birth}.',
      'Met vriendelijke groet,\n{name}\n{email}',
      'Artikelnummer 9876-5432 en frame R-20260113 zijn er.',
      'Mevrouw {name} betaalde met de kaart {card}.',
      'De factuur 20260098 van 1.299,00 euro kwam twee keer.',
    ],
    report: [
      'Gisteren belde {name} met mobiel {phone} en wilde het geld terug.',
      'Kunt u de tent naar {address} sturen?',
      'De gids was {name}, en ook {name} fietste mee.',
      'Geboortedatum {birth}: {name} is ingeschreven.',
      'Wij hebben het bedrag naar {iban} overgemaakt.',
      'Kaart: {card}, geldig tot 09/29.',
      'Hallo,\nschrijf naar {email} of bel {phone}.\nGroeten,\n{name}',
      'Zaak 88213 is op 2026-03-14 gesloten door de Klantenservice.',
      'Serienummer SN 4402 1187 2236, bestelling PO-2026-00418, gewicht 12,5 kg.',
      'Mevr. {name} tekende; geboren {birth}.',
    ],
    fresh: [
      'We ontmoetten {name} bij het meer; {name} leende ons een pomp.',
      'Lever aan {address}, t.a.v. {name}.',
      'Betaal op {iban} of op de kaart {card}.',
      'Bel mobiel {phone} of mail {email}.',
      'Reiziger: {name}, geboren {birth}.',
      'Partij 7731-0098, model XR-550, betaald 2026-01-09, 3 x 49,95.',
    ],
  },
  fr: {
    tune: [
      'Chère {name},\nmerci pour votre commande 4711-2026.',
      "J'ai parlé avec {name} des freins ; téléphone {phone}.",
      'Livrez au {address} avant vendredi.',
      'Mon IBAN est {iban}.',
      'Elle est née le {birth}.',
      'Cordialement,\n{name}\n{email}',
      "L'article 9876-5432 et le cadre R-20260113 sont arrivés.",
      'Monsieur {name} a payé avec la carte {card}.',
      'La facture 20260098 de 1 299,00 euros est venue deux fois.',
    ],
    report: [
      'Hier {name} a appelé du portable {phone} pour un remboursement.',
      'Pouvez-vous envoyer la tente au {address} ?',
      'Le guide était {name}, et {name} était du voyage.',
      'Date de naissance {birth} : {name} est inscrite.',
      'Nous avons viré le montant sur {iban}.',
      'Carte : {card}, expire 09/29.',
      'Bonjour,\nécrivez à {email} ou appelez le {phone}.\nBien à vous,\n{name}',
      'Le dossier 88213 a été clos le 2026-03-14 par le Service Client.',
      'Numéro de série SN 4402 1187 2236, commande PO-2026-00418, poids 12,5 kg.',
      'Mme {name} a signé ; né le {birth}.',
    ],
    fresh: [
      'Nous avons vu {name} au lac ; {name} nous a prêté une pompe.',
      "Livrer au {address}, à l'attention de {name}.",
      'Virez sur {iban} ou sur la carte {card}.',
      'Appelez le portable {phone} ou écrivez à {email}.',
      'Voyageur : {name}, née le {birth}.',
      'Lot 7731-0098, modèle XR-550, payé le 2026-01-09, 3 x 49,95.',
    ],
  },
  es: {
    tune: [
      'Estimada {name}:\ngracias por su pedido 4711-2026.',
      'Hablé con {name} sobre los frenos; mi teléfono es {phone}.',
      'Entreguen en {address} antes del viernes.',
      'Mi IBAN es {iban}.',
      'Ella nació el {birth}, nacida en Madrid.',
      'Un saludo,\n{name}\n{email}',
      'El artículo 9876-5432 y el cuadro R-20260113 han llegado.',
      'El Sr. {name} pagó con la tarjeta {card}.',
      'La factura 20260098 de 1.299,00 euros llegó dos veces.',
    ],
    report: [
      'Ayer {name} llamó desde el móvil {phone} para pedir el reembolso.',
      '¿Pueden enviar la tienda a {address}?',
      'El guía era {name}, y también vino {name}.',
      'Fecha de nacimiento {birth}: {name} está inscrita.',
      'Hemos ingresado el importe en {iban}.',
      'Tarjeta: {card}, caduca 09/29.',
      'Hola,\nescriba a {email} o llame al teléfono {phone}.\nAtentamente,\n{name}',
      'El caso 88213 se cerró el 2026-03-14 por Atención al Cliente.',
      'Número de serie SN 4402 1187 2236, pedido PO-2026-00418, peso 12,5 kg.',
      'La Sra. {name} firmó; nacida el {birth}.',
    ],
    fresh: [
      'Vimos a {name} en el lago; {name} nos prestó una bomba.',
      'Enviar a {address}, a la atención de {name}.',
      'Ingresen en {iban} o en la tarjeta {card}.',
      'Llámame al móvil {phone} o escribe a {email}.',
      'Viajero: {name}, nacido el {birth}.',
      'Lote 7731-0098, modelo XR-550, pagado el 2026-01-09, 3 x 49,95.',
    ],
  },
};

const SLOT: Readonly<Record<string, string>> = {
  name: 'person-name',
  phone: 'phone',
  address: 'address',
  birth: 'birth-date',
  email: 'email',
  card: 'payment-card',
  iban: 'iban',
};

/** So many texts, a few sentences each. */
export function texts(part: Part, seed: number, count: number): LabelledText[] {
  const n = numbers(seed);
  const languages = Object.keys(TEMPLATES);
  return Array.from({ length: count }, (_, i) => {
    const language = languages[i % languages.length]!;
    const labels: Label[] = [];
    let text = '';
    for (let line = 0; line < 3; line++) {
      const template = n.pick(TEMPLATES[language]![part]);
      if (text) text += '\n';
      for (const piece of template.split(/(\{\w+\})/)) {
        const kind = SLOT[piece.slice(1, -1)];
        if (!kind || !piece.startsWith('{')) {
          text += piece;
          continue;
        }
        const value = n.pick(
          kind === 'person-name' ? NAMES[language]![part] : (VALUES[language]![kind] ?? COMMON[kind]!),
        );
        labels.push({ start: text.length, end: text.length + value.length, kind });
        text += value;
      }
    }
    return { language, text, labels };
  });
}
