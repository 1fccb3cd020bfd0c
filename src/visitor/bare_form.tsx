import type { Answers, Moment } from '@/core/answers/answer'
import { valueIn } from '@/core/answers/answer'
import type { Speech } from '@/core/language/texts'
import type { Form } from '@/core/form/definition'
import { say } from '@/core/form/said'
import { questionsIn } from '@/core/form/values'
import { rulesOf } from '@/core/kinds/registry'
import { visitorKindOf } from './kinds/registry'
import { MayKeepOrigin } from './mayKeepOrigin'
import { QuestionField } from './question'

interface Props {
  form: Form
  /** Where it is sent to. */
  action: string
  /** What stands in its questions to begin with. */
  values: Answers
  now: Moment
  speech: Speech
}

/**
 * The form alone, with all it asks at once, for a page of somebody else's: names and values of its fields are those of our
 * own page. `data-question` tells where each question begins.
 */
export function BareForm({ form, action, values, now, speech }: Props) {
  const asked = questionsIn(form).filter(({ question }) => !rulesOf(question).compute)
  const sendsFiles = asked.some(({ question }) => visitorKindOf(question.kind).sendsFiles)
  return (
    <form method="post" action={action} encType={sendsFiles ? 'multipart/form-data' : undefined}>
      {form.languages.length > 1 && <input type="hidden" name="_language" value={speech.locale} />}
      {asked.map(({ question }) => (
        <QuestionField
          key={question.name}
          question={question}
          value={valueIn(values, question.name)}
          shown
          later={false}
          error={undefined}
          marks={form.marks}
          labels="above"
          visit=""
          now={now}
          say={(wording) => say(form, wording, values, speech)}
          speech={speech}
        />
      ))}
      <div data-trap>
        <label>
          {speech.tell('leave_empty')} <input type="text" name="_website" tabIndex={-1} autoComplete="off" />
        </label>
      </div>
      {form.asksOrigin && <MayKeepOrigin agreed={false} speech={speech} />}
      <p>
        <button type="submit">{say(form, form.wording.send, values, speech)}</button>
      </p>
    </form>
  )
}
