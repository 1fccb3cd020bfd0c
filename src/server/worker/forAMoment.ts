import type { GiveWay } from './giveWay'

/** How long one piece of long work goes on before others have their turn, in milliseconds. */
const TURN = 2000

/**
 * Goes on with long work for a moment: part by part, giving way to what visitors sent, and after a turn by asking for the
 * next one. `goOn` makes the next part, and says whether there is more.
 */
export async function forAMoment(
  way: GiveWay,
  goOn: () => Promise<boolean>,
  askForMore: () => Promise<unknown>,
): Promise<void> {
  const end = performance.now() + TURN
  for (;;) {
    await way.moment()
    if (!(await goOn())) return
    if (performance.now() > end) return void (await askForMore())
  }
}
