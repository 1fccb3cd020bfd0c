/** Chooses the visitor’s own country in a menu of countries where nothing is chosen; whether it did. */
export function chooseOwnCountry(menu: HTMLSelectElement): boolean {
  const own = menu.value === '' ? guessCountry([...menu.options].map(({ value }) => value).filter(Boolean)) : null
  if (own !== null) menu.value = own
  return own !== null
}

/** Which zones a region has, as browsers told before and as they tell now. */
interface ZonesOfLocale {
  timeZones?: string[]
  getTimeZones?: () => string[]
}

/**
 * Which of these countries the browser is in: of those in its time zone, the one its language is of, or else the
 * only one. Where browsers do not tell which zones a country has, its language says it alone.
 */
function guessCountry(countries: readonly string[]): string | null {
  const zone = new Intl.DateTimeFormat().resolvedOptions().timeZone
  const spoken = navigator.languages.flatMap((language) => new Intl.Locale(language).region ?? [])
  const here = countries.filter((country) => zonesOf(country)?.includes(zone))
  const ofLanguage = spoken.find((region) => (here.length > 0 ? here : countries).includes(region))
  return ofLanguage ?? (here.length === 1 ? (here[0] ?? null) : null)
}

function zonesOf(country: string): string[] | undefined {
  const locale = new Intl.Locale('und', { region: country }) as unknown as ZonesOfLocale
  return locale.getTimeZones?.() ?? locale.timeZones
}
