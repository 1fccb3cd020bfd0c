import { answeredByHand } from '@/core/form/values'
import type { ShownInlet, ShownPost } from '@/server/inlets/show_inlet'
import { useDraft } from '../draft/context'
import { Chip } from '../ui/chip'
import { Link } from '../ui/link'
import { Moment } from '../ui/moment'
import { figure } from '../ui/show'

const STATES = {
  waiting: { tone: 'amber', words: 'waits' },
  taken: { tone: 'moss', words: 'taken' },
  held: { tone: 'red', words: 'held' },
} as const

/** What came to an inlet, the latest first; of what was taken, whatever nobody had said anything of. */
export function PostsOfInlet({ inlet: { posts, waiting, taken, held } }: { inlet: ShownInlet }) {
  return (
    <section>
      <h2 className="mb-1.5">
        What came{' '}
        <span className="font-normal text-soft">
          — {figure(waiting)} waiting, {figure(taken)} taken, {figure(held)} held
        </span>
      </h2>
      {posts.length === 0 ? (
        <p className="text-soft">Nothing yet.</p>
      ) : (
        <div className="overflow-x-auto">
          <table className="sheet">
            <thead>
              <tr>
                <th scope="col">When, and how it stands</th>
                <th scope="col">As it came</th>
              </tr>
            </thead>
            <tbody>
              {posts.map((post) => (
                <Post key={post.id} post={post} />
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  )
}

function Post({ post: { state, receivedAt, wrong, submission, came, test } }: { post: ShownPost }) {
  const { form } = useDraft((draft) => draft)
  const { tone, words } = STATES[state]
  const labelOf = (name: string) => answeredByHand(form).find((question) => question.name === name)?.label ?? name
  return (
    <tr>
      <td className="min-w-28 sm:min-w-48">
        <span className="mr-2 whitespace-nowrap">
          <Moment at={receivedAt} />
        </span>
        <Chip tone={tone}>{words}</Chip> {test && <Chip tone="plain">test</Chip>}
        {submission !== null && (
          <Link href={`/arrivals/${submission}`} className="ml-1.5 text-teal underline">
            Its submission
          </Link>
        )}
        {wrong.map(({ name, message }) => (
          <p key={name} className="break-words text-red">
            <bdi>{labelOf(name)}</bdi>: {message}
          </p>
        ))}
      </td>
      <td className="max-w-md break-words">
        {came.length === 0 ? (
          <span className="text-soft">{state === 'taken' ? 'all of it was taken' : ''}</span>
        ) : (
          came.map(({ name, text, file }, at) => (
            <span key={at} className="mr-3 inline-block max-w-full">
              <span className="name text-soft">
                <bdi>{name}</bdi>
              </span>{' '}
              {file ? (
                <a href={`/files/${file.id}/${encodeURIComponent(file.name)}`} className="text-teal underline">
                  <bdi>{file.name}</bdi>
                </a>
              ) : (
                <bdi>{text}</bdi>
              )}
            </span>
          ))
        )}
      </td>
    </tr>
  )
}
