import type { Operation } from './operation'
import { arrivalOperations } from './operations/arrivals'
import { formOperations } from './operations/forms'
import { peopleOperations } from './operations/people'
import { settingsOperations } from './operations/settings'

/** Every operation of `/api/v1`: the server runs them, and the OpenAPI description is made from them. */
export const operations: Operation[] = [
  ...formOperations,
  ...arrivalOperations,
  ...peopleOperations,
  ...settingsOperations,
]
