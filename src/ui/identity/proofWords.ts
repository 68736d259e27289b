import type { Language } from '../../core/letters/mailings';

interface ProofWords {
  signInAt(shop: string): string;
  why: string;
  proven: string;
  provenText(ref: string): string;
  notProven: string;
  other: string;
  used: string;
  again: string;
  tooMany: string;
}

/** What somebody reads who shows who they are by signing in at a shop. */
export const PROOF_WORDS: Readonly<Record<Language, ProofWords>> = {
  en: {
    signInAt: (shop) => `Sign in: ${shop}`,
    why: 'We have not established yet that it is you who asks. Sign in where you are a customer, and we know.',
    proven: 'Thank you, it is you',
    provenText: (ref) => `We go on with ${ref}. You need not do anything else.`,
    notProven: 'We could not tell that it is you',
    other:
      'You signed in as somebody whose data this request is not about. Nothing was handed out. Write to us and we help you another way.',
    used: 'This sign-in has been used already. Look at how your request stands.',
    again: 'What came back from the shop has expired or is not its own. Begin again on the page of your request.',
    tooMany: 'Too many tries from here. Wait a few minutes.',
  },
  da: {
    signInAt: (shop) => `Log ind: ${shop}`,
    why: 'Vi har endnu ikke fastslået, at det er dig, der spørger. Log ind, hvor du er kunde, så ved vi det.',
    proven: 'Tak, det er dig',
    provenText: (ref) => `Vi går videre med ${ref}. Du behøver ikke gøre mere.`,
    notProven: 'Vi kunne ikke se, at det er dig',
    other:
      'Du loggede ind som en anden end den, anmodningen handler om. Intet er udleveret. Skriv til os, så hjælper vi dig på en anden måde.',
    used: 'Dette login er allerede brugt. Se, hvordan det står til med din anmodning.',
    again: 'Det, der kom tilbage fra butikken, er udløbet eller ikke dens eget. Begynd igen på siden om din anmodning.',
    tooMany: 'For mange forsøg herfra. Vent et par minutter.',
  },
  de: {
    signInAt: (shop) => `Anmelden: ${shop}`,
    why: 'Wir haben noch nicht festgestellt, dass Sie es sind. Melden Sie sich dort an, wo Sie Kunde sind, dann wissen wir es.',
    proven: 'Danke, Sie sind es',
    provenText: (ref) => `Wir machen mit ${ref} weiter. Sie müssen nichts weiter tun.`,
    notProven: 'Wir konnten nicht erkennen, dass Sie es sind',
    other:
      'Sie haben sich als jemand angemeldet, um dessen Daten es nicht geht. Es wurde nichts herausgegeben. ' +
      'Schreiben Sie uns, dann helfen wir Ihnen anders.',
    used: 'Diese Anmeldung wurde schon verwendet. Sehen Sie nach, wie es um Ihre Anfrage steht.',
    again:
      'Was vom Geschäft zurückkam, ist abgelaufen oder nicht von ihm. Beginnen Sie auf der Seite Ihrer Anfrage noch einmal.',
    tooMany: 'Zu viele Versuche von hier. Warten Sie einige Minuten.',
  },
  nl: {
    signInAt: (shop) => `Inloggen: ${shop}`,
    why: 'Wij hebben nog niet vastgesteld dat u het bent. Log in waar u klant bent, dan weten wij het.',
    proven: 'Dank u, u bent het',
    provenText: (ref) => `Wij gaan verder met ${ref}. U hoeft niets meer te doen.`,
    notProven: 'Wij konden niet zien dat u het bent',
    other:
      'U logde in als iemand over wie dit verzoek niet gaat. Er is niets verstrekt. Schrijf ons, dan helpen wij u op een andere manier.',
    used: 'Deze inlog is al gebruikt. Kijk hoe uw verzoek ervoor staat.',
    again: 'Wat van de winkel terugkwam is verlopen of niet van haar. Begin opnieuw op de pagina van uw verzoek.',
    tooMany: 'Te veel pogingen vanaf hier. Wacht een paar minuten.',
  },
};
