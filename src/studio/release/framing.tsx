import { useState } from 'react'
import { siteSchema } from '@/core/formats/site'
import { useDraft } from '../draft/context'
import { AddOne } from '../ui/addOne'
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
  const [wrong, setWrong] = useState<string | null>(null)
  const change = (to: (sites: readonly string[]) => string[]) => edit((before) => ({ ...before, [of]: to(before[of]) }))

  const add = (text: string) => {
    const read = siteSchema.safeParse(text)
    setWrong(read.success ? null : (read.error.issues[0]?.message ?? 'Give a site'))
    if (read.success) change((sites) => [...new Set([...sites, read.data])])
    return read.success
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
      <AddOne label={label} placeholder="https://www.studio.example" button="Add a site" wrong={wrong} onAdd={add} />
    </section>
  )
}

/** Whether search engines may show the form's page. */
export const InSearch = () => <Ticked of="inSearch">Search engines may show its page</Ticked>

/** Whether visitors are asked before it is kept where they came from. */
export const AsksOrigin = () => <Ticked of="asksOrigin">Ask visitors before it is kept where they came from</Ticked>

/** Something that the draft says yes or no to. */
function Ticked({ of, children }: { of: 'inSearch' | 'asksOrigin'; children: string }) {
  const { form, edit } = useDraft((state) => state)
  return (
    <label className="mb-5 flex items-center gap-2">
      <input
        type="checkbox"
        checked={form[of]}
        onChange={({ target }) => edit((before) => ({ ...before, [of]: target.checked }))}
      />
      {children} <span className="text-soft">— part of the draft, too</span>
    </label>
  )
}
