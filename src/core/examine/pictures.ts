import type { Picture } from '../answers/pictures'
import { mannerOf } from '../kinds/registry'
import type { Form } from '../form/definition'
import { type Finding, finding } from './finding'
import { outcomesOf } from '../form/outcomes'
import { questionsIn } from '../form/values'

/** The pictures that a form shows, each with the question it stands in; `about` is empty for those of its look. */
export const picturesShown = (form: Form): { id: string; about: string; label: string }[] => [
  ...picturesOfLook(form).map(({ id }) => ({ id, about: '', label: 'The look' })),
  ...outcomesOf(form).flatMap(({ picture }) => (picture ? [{ id: picture.id, about: '', label: 'An outcome' }] : [])),
  ...questionsIn(form).flatMap(({ question }) =>
    (mannerOf(question).pictures?.(question) ?? []).map(({ id }) => ({
      id,
      about: question.name,
      label: question.label,
    })),
  ),
]

const picturesOfLook = ({ look: { standing, changes } }: Form): Picture[] =>
  [standing.logo, standing.picture, changes.picture ?? null].filter((picture) => picture !== null)

/** What is wrong with pictures that a workspace does not have: a definition may come from elsewhere. */
export const examinePictures = (form: Form, known: readonly string[]): Finding[] =>
  picturesShown(form)
    .filter(({ id }) => !known.includes(id))
    .map(({ about, label }) =>
      finding('fault', 'compose')(about, `“${label}” shows a picture that is not in this workspace. Add it anew.`),
    )
