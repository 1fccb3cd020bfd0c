import type { Vocabulary } from '../logic/vocabulary'
import type { Form } from './definition'
import { showAt } from './show'
import { domainAt, labelAt, pathsOf } from './values'

/** What conditions about a form’s values can be about; `names` are those that a new test may look at. */
export const vocabularyOf = (form: Form, names: readonly string[] = []): Vocabulary => ({
  paths: pathsOf(form, names),
  domainAt: (path) => domainAt(form, path),
  labelAt: (path) => labelAt(form, path),
  showAt: (path, answer) => showAt(form, path, answer),
})
