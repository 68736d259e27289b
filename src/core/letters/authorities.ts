/** A supervisory authority by its own name, where it is written to. */
export interface Authority {
  name: string;
  /** Null: not known for certain; the name finds it. */
  address: string | null;
}

/**
 * Authorities by country, under their own names. Source: the addresses that they publish themselves; those of which we
 * are not sure have none.
 * In Germany the authority of the Land answers for companies; an organisation there sets its own.
 */
const AUTHORITIES: Readonly<Record<string, Authority>> = {
  AT: { name: 'Datenschutzbehörde', address: 'Barichgasse 40–42, 1030 Wien' },
  BE: {
    name: 'Gegevensbeschermingsautoriteit / Autorité de protection des données',
    address: 'Drukpersstraat 35, 1000 Brussel',
  },
  BG: { name: 'Комисия за защита на личните данни', address: null },
  CH: { name: 'Eidgenössischer Datenschutz- und Öffentlichkeitsbeauftragter', address: 'Feldeggweg 1, 3003 Bern' },
  CY: { name: 'Office of the Commissioner for Personal Data Protection', address: null },
  CZ: { name: 'Úřad pro ochranu osobních údajů', address: 'Pplk. Sochora 27, 170 00 Praha 7' },
  DE: { name: 'Datenschutzaufsichtsbehörde des Bundeslandes', address: null },
  DK: { name: 'Datatilsynet', address: 'Carl Jacobsens Vej 35, 2500 Valby' },
  EE: { name: 'Andmekaitse Inspektsioon', address: 'Tatari 39, 10134 Tallinn' },
  ES: { name: 'Agencia Española de Protección de Datos', address: 'C/ Jorge Juan 6, 28001 Madrid' },
  FI: { name: 'Tietosuojavaltuutetun toimisto', address: 'PL 800, 00531 Helsinki' },
  FR: {
    name: 'Commission nationale de l’informatique et des libertés',
    address: '3 place de Fontenoy, TSA 80715, 75334 Paris Cedex 07',
  },
  GB: { name: 'Information Commissioner', address: 'Wycliffe House, Water Lane, Wilmslow, Cheshire SK9 5AF' },
  GR: { name: 'Αρχή Προστασίας Δεδομένων Προσωπικού Χαρακτήρα', address: null },
  HR: { name: 'Agencija za zaštitu osobnih podataka', address: null },
  HU: { name: 'Nemzeti Adatvédelmi és Információszabadság Hatóság', address: null },
  IE: { name: 'Data Protection Commission', address: '6 Pembroke Row, Dublin 2, D02 X963' },
  IS: { name: 'Persónuvernd', address: null },
  IT: { name: 'Garante per la protezione dei dati personali', address: 'Piazza Venezia 11, 00187 Roma' },
  LI: { name: 'Datenschutzstelle', address: null },
  LT: { name: 'Valstybinė duomenų apsaugos inspekcija', address: null },
  LU: { name: 'Commission nationale pour la protection des données', address: '15, boulevard du Jazz, 4370 Belvaux' },
  LV: { name: 'Datu valsts inspekcija', address: null },
  MT: { name: 'Information and Data Protection Commissioner', address: null },
  NL: { name: 'Autoriteit Persoonsgegevens', address: 'Postbus 93374, 2509 AJ Den Haag' },
  NO: { name: 'Datatilsynet', address: 'Postboks 458 Sentrum, 0105 Oslo' },
  PL: { name: 'Urząd Ochrony Danych Osobowych', address: null },
  PT: { name: 'Comissão Nacional de Proteção de Dados', address: null },
  RO: { name: 'Autoritatea Națională de Supraveghere a Prelucrării Datelor cu Caracter Personal', address: null },
  SE: { name: 'Integritetsskyddsmyndigheten', address: 'Box 8114, 104 20 Stockholm' },
  SI: { name: 'Informacijski pooblaščenec', address: null },
  SK: { name: 'Úrad na ochranu osobných údajov', address: null },
};

/**
 * The authority of a country, as a letter names it; null where we know none.
 *
 * @param country ISO 3166-1, two letters
 * @example authorityOf('DK') // 'Datatilsynet, Carl Jacobsens Vej 35, 2500 Valby'
 */
export function authorityOf(country: string): string | null {
  const found = AUTHORITIES[country.toUpperCase()];
  return found ? [found.name, found.address].filter(Boolean).join(', ') : null;
}
