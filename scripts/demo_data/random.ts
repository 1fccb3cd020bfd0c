/** Seeded chance: the same seed gives the same demo, whatever day it ends on. */
export class Chance {
  constructor(private state: number) {}

  /** At least 0 and less than 1 (mulberry32). */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) | 0
    let t = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }

  happens(probability: number): boolean {
    return this.next() < probability
  }

  whole(least: number, most: number): number {
    return least + Math.floor(this.next() * (most - least + 1))
  }

  pick<T>(items: readonly T[]): T {
    return items[this.whole(0, items.length - 1)] as T
  }

  /** One of the items, each as likely as its weight. */
  weigh<T extends { weight: number }>(items: readonly T[]): T {
    let rest = this.next() * items.reduce((sum, { weight }) => sum + weight, 0)
    return items.find(({ weight }) => (rest -= weight) < 0) ?? (items[0] as T)
  }
}
