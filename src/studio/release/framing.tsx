import { useId, useState } from 'react'
import { siteSchema } from '@/core/formats/site'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'

/** The sites that may show the form in a frame or a page of theirs; nobody else can. */
export const Framing = () => (
  <Sites
    of="framedBy"
    title="Sites that may show it in their pages"
    none="None: the form opens at its own address only."
    label="A site that may show the form in its pages"
  />
)

/** The sites whose own pages ask it in their own HTML. */
export const SentFrom = () => (
  <Sites
    of="sentFrom"
    title="Sites that send to it from pages of their own"
    none="None: what a page elsewhere sends without our page is kept as spam."
    label="A site that sends from its own pages"
  />
)

interface SitesProps {
  /** Which sites of the form's. */
  of: 'framedBy' | 'sentFrom'
  title: string
  /** Said where there are none. */
  none: string
  /** What the box for another is called. */
  label: string
}

function Sites({ of, title, none, label }: SitesProps) {
  const { form, edit } = useDraft((state) => state)
  const [site, setSite] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  const id = useId()
  const change = (to: (sites: readonly string[]) => string[]) => edit((before) => ({ ...before, [of]: to(before[of]) }))

  const add = () => {
    const read = siteSchema.safeParse(site)
    if (!read.success) return setWrong(read.error.issues[0]?.message ?? 'Give a site')
    setWrong(null)
    setSite('')
    change((sites) => [...new Set([...sites, read.data])])
  }

  return (
    <section className="mb-5">
      <h2 className="mb-1.5">
        {title} <span className="font-normal text-soft">— part of the draft, so it takes effect with a release</span>
      </h2>
      {form[of].length === 0 && <p className="text-soft">{none}</p>}
      {form[of].map((one) => (
        <p key={one} className="flex items-center gap-2 border-b border-rule py-1">
          <span className="name break-all">{one}</span>
          <Button
            look="quiet"
            aria-label={`Take ${one} away`}
            className="ml-auto"
            onClick={() => change((sites) => sites.filter((other) => other !== one))}
          >
            Take away
          </Button>
        </p>
      ))}
      <form
        className="mt-1.5 flex items-center gap-1.5"
        onSubmit={(event) => {
          event.preventDefault()
          add()
        }}
      >
        <input
          aria-label={label}
          placeholder="https://www.studio.example"
          className="box max-w-72"
          value={site}
          aria-invalid={wrong !== null}
          aria-describedby={wrong ? id : undefined}
          onChange={(event) => setSite(event.target.value)}
        />
        <Button type="submit">Add a site</Button>
      </form>
      {wrong && (
        <p role="alert" id={id} className="mt-1 text-red">
          {wrong}
        </p>
      )}
    </section>
  )
}

/** Whether search engines may show the form's page. */
export function InSearch() {
  const { form, edit } = useDraft((state) => state)
  return (
    <label className="mb-5 flex items-center gap-2">
      <input
        type="checkbox"
        checked={form.inSearch}
        onChange={({ target }) => edit((before) => ({ ...before, inSearch: target.checked }))}
      />
      Search engines may show its page <span className="text-soft">— part of the draft, too</span>
    </label>
  )
}

/** Whether visitors are asked before it is kept where they came from. */
export function AsksOrigin() {
  const { form, edit } = useDraft((state) => state)
  return (
    <label className="mb-5 flex items-center gap-2">
      <input
        type="checkbox"
        checked={form.asksOrigin}
        onChange={({ target }) => edit((before) => ({ ...before, asksOrigin: target.checked }))}
      />
      Ask visitors before it is kept where they came from <span className="text-soft">— part of the draft, too</span>
    </label>
  )
}
