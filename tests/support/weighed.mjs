/**
 * Loaded before a process's own code: on SIGUSR2 it throws away what nobody needs any more, and writes how many
 * bytes it still holds to the file `WEIGHED`. What a process takes from the system says little of what it keeps.
 */
import { renameSync, writeFileSync } from 'node:fs'
import process from 'node:process'
import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'

setFlagsFromString('--expose-gc')
const collect = runInNewContext('gc')

process.on('SIGUSR2', () => {
  collect()
  collect()
  const { heapUsed, external } = process.memoryUsage()
  const file = process.env.WEIGHED ?? ''
  writeFileSync(`${file}.new`, String(heapUsed + external))
  renameSync(`${file}.new`, file)
})
