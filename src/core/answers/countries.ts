/** The second letters of countries behind their first one: on a page that weighs half of them in full. */
const BY_FIRST_LETTER =
  'ADEFGILMOQRSTUWXZ BABDEFGHIJLMNOQRSTVWYZ CACDFGHIKLMNORUVWXYZ DEJKMOZ ECEGHRST FIJKMOR GABDEFGHILMNPQRSTUWY HKMNRTU IDELMNOQRST JEMOP KEGHIMNPRWYZ LABCIKRSTUVY MACDEFGHKLMNOPQRSTUVWXYZ NACEFGILOPRUZ OM PAEFGHKLMNRSTWY QA REOSUW SABCDEGHIJKLMNORSTVXYZ TCDFGHJKLMNORTVWZ UAGMSYZ VACEGINU WFS YET ZAMW'

/** Countries and territories by their two letters, as ISO 3166-1 assigns them. */
export const COUNTRIES: readonly string[] = BY_FIRST_LETTER.split(' ').flatMap(([first, ...seconds]) =>
  seconds.map((second) => `${first}${second}`),
)

/** A country's name, as people call it there. */
export const nameOfCountry = (code: string, locale = 'en'): string =>
  new Intl.DisplayNames(locale, { type: 'region' }).of(code) ?? code
