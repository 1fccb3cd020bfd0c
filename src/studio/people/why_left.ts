/** Why something was left as it is where what did it was put back, of several. */
const WHY: Record<string, string> = {
  'changed since': 'were changed since',
  'holds more': 'have more to them by now',
  'name is taken': 'have their name taken by another',
  'is gone': 'are gone',
  'is needed': 'are what somebody is known by',
}

/** “3 that were changed since, 1 that have more to them by now”, by how many there are of each. */
export const tellLeft = (left: Readonly<Record<string, number>>, figure: (n: number) => string): string =>
  Object.entries(left)
    .map(([why, n]) => `${figure(n)} that ${WHY[why] ?? why}`)
    .join(', ')
