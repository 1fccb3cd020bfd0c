/** Loaded before a process's own code: its clock is wrong by `SHIFT_MINUTES`. */
const shift = Number(process.env.SHIFT_MINUTES ?? 0) * 60_000
const RealDate = Date
class ShiftedDate extends RealDate {
  constructor(...args) {
    if (args.length === 0) super(RealDate.now() + shift)
    else super(...args)
  }
  static now() {
    return RealDate.now() + shift
  }
}
// Others put their own in place of it, and copy only what stands on it.
for (const name of ['UTC', 'parse']) Object.defineProperty(ShiftedDate, name, { value: RealDate[name] })
globalThis.Date = ShiftedDate
