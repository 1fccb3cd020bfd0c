import { solveChallenge } from 'altcha-lib'
import type { Task } from '../signs'

/** Looks for the number of a task, and tells it. */
addEventListener('message', ({ data: { challenge, salt, maxnumber } }: MessageEvent<Task>) => {
  void solveChallenge(challenge, salt, 'SHA-256', maxnumber).promise.then((found) => postMessage(found?.number))
})
