/**
 * How long something takes on this machine just now, in seconds: the longest of a few times. Limits in time are
 * multiples of such a floor: where a machine is slow or busy, both are.
 */
export async function floorOf(work: (n: number) => Promise<unknown>, times = 3): Promise<number> {
  let longest = 0
  for (let n = 0; n < times; n++) longest = Math.max(longest, await secondsOf(() => work(n)))
  return longest
}

/** How long something takes, in seconds. */
export async function secondsOf(work: () => Promise<unknown>): Promise<number> {
  const began = performance.now()
  await work()
  return (performance.now() - began) / 1000
}
