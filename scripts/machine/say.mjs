/** What the start and test commands say while they work. They need no installed package. */
import process from 'node:process'

/** A failure that the person at the keyboard can do something about. */
export class Trouble extends Error {
  /** @param {string} what @param {string} remedy */
  constructor(what, remedy) {
    super(`${what}\n  What to do: ${remedy}`)
  }
}

/** @param {string} text */
export const say = (text) => console.log(`· ${text}`)

/** Runs `main`; trouble is told in its own words and nothing else. @param {() => Promise<unknown>} main */
export async function runOrTell(main) {
  try {
    await main()
  } catch (error) {
    console.error(error instanceof Trouble ? `\nLichen cannot go on. ${error.message}` : error)
    process.exit(1)
  }
}
