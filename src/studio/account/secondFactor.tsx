'use client'

import { useRouter } from 'next/navigation'
import { type FormEvent, type ReactNode, useState } from 'react'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { drawCode } from '../ui/drawCode'
import { toast } from '../ui/toast'
import { beginSecondFactor, confirmSecondFactor, endSecondFactor, newRecoveryCodes } from './signing'

/** What is under way: nothing, a password asked for something, a new factor shown, or recovery codes. */
type Doing =
  | { is: 'nothing' }
  | { is: 'asked'; what: 'turn on' | 'turn off' | 'new codes' }
  | { is: 'begun'; drawn: string; secret: string; codes: string[] }
  | { is: 'codes'; codes: string[] }

/** Codes of six figures beside the password, and others for whoever has lost what shows them. */
export function SecondFactor({ isOn }: { isOn: boolean }) {
  const router = useRouter()
  const [doing, setDoing] = useState<Doing>({ is: 'nothing' })
  const [wrong, setWrong] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)

  const step = (act: (entered: string) => Promise<string | null>) => async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const entered = String(new FormData(event.currentTarget).get('entered') ?? '')
    setBusy(true)
    setWrong(null)
    setWrong(await act(entered))
    setBusy(false)
  }

  const withPassword = (what: 'turn on' | 'turn off' | 'new codes') => async (password: string) => {
    switch (what) {
      case 'turn on': {
        const begun = await beginSecondFactor(password)
        if (!begun.ok) return begun.message
        const { totpURI, backupCodes: codes } = begun.value
        const secret = new URL(totpURI).searchParams.get('secret') ?? ''
        setDoing({ is: 'begun', drawn: (await drawCode(totpURI)).drawn, secret, codes })
        return null
      }
      case 'turn off': {
        const ended = await endSecondFactor(password)
        if (!ended.ok) return ended.message
        setDoing({ is: 'nothing' })
        toast('The second factor is off')
        router.refresh()
        return null
      }
      case 'new codes': {
        const made = await newRecoveryCodes(password)
        if (!made.ok) return made.message
        setDoing({ is: 'codes', codes: made.value.backupCodes })
        return null
      }
    }
  }

  const confirm = (codes: string[]) => async (code: string) => {
    const confirmed = await confirmSecondFactor(code.replaceAll(/\s/g, ''))
    if (!confirmed.ok) return confirmed.message
    setDoing({ is: 'codes', codes })
    router.refresh()
    return null
  }

  const leaveIt = (
    <Button
      look="quiet"
      onClick={() => {
        setDoing({ is: 'nothing' })
        setWrong(null)
      }}
    >
      Leave it
    </Button>
  )

  return (
    <section id="second-factor">
      <h2 className="mb-1.5">
        Second factor {isOn ? <Chip tone="moss">on</Chip> : <Chip>off</Chip>}{' '}
        <span className="font-normal text-soft">— a code beside the password</span>
      </h2>
      {doing.is === 'nothing' && (
        <div className="flex flex-wrap items-center gap-2">
          {isOn ? (
            <>
              <Button onClick={() => setDoing({ is: 'asked', what: 'new codes' })}>Make new recovery codes…</Button>
              <Button onClick={() => setDoing({ is: 'asked', what: 'turn off' })}>Turn it off…</Button>
            </>
          ) : (
            <Button onClick={() => setDoing({ is: 'asked', what: 'turn on' })}>Turn it on…</Button>
          )}
        </div>
      )}
      {doing.is === 'asked' && (
        <form onSubmit={(event) => void step(withPassword(doing.what))(event)} className="space-y-1.5">
          <Entered label="Your password" type="password" autoComplete="current-password" wrong={wrong} />
          <Button type="submit" disabled={busy}>
            Go on
          </Button>{' '}
          {leaveIt}
        </form>
      )}
      {doing.is === 'begun' && (
        <form onSubmit={(event) => void step(confirm(doing.codes))(event)} className="space-y-2">
          <p>Have a program for one-time codes on your telephone read this, then enter the code it shows.</p>
          <div className="flex flex-wrap items-start gap-3">
            <img src={doing.drawn} alt="Code for a program that shows one-time codes" width={152} height={152} />
            <p className="min-w-0 flex-1 text-soft">
              Or type this secret into it:
              <code className="name block break-all text-ink">{doing.secret}</code>
            </p>
          </div>
          <Entered label="The code it shows" inputMode="numeric" autoComplete="one-time-code" wrong={wrong} />
          <Button type="submit" disabled={busy}>
            Turn it on
          </Button>{' '}
          {leaveIt}
        </form>
      )}
      {doing.is === 'codes' && <Codes codes={doing.codes} onKept={() => setDoing({ is: 'nothing' })} />}
    </section>
  )
}

/** Recovery codes, shown this once. */
const Codes = ({ codes, onKept }: { codes: readonly string[]; onKept: () => void }): ReactNode => (
  <div className="rounded-md bg-teal-bg px-3 py-2">
    <p>Keep these where your telephone is not. Each lets you in once without it; they are shown this once.</p>
    <ul aria-label="Recovery codes" className="name my-2 grid grid-cols-2 gap-x-6 gap-y-0.5">
      {codes.map((code) => (
        <li key={code}>{code}</li>
      ))}
    </ul>
    <span className="flex gap-2">
      <Button
        onClick={() =>
          void navigator.clipboard.writeText(codes.join('\n')).then(
            () => toast('Copied'),
            () => toast('They could not be copied: write them down'),
          )
        }
      >
        Copy
      </Button>
      <Button onClick={onKept}>I have kept them</Button>
    </span>
  </div>
)

interface EnteredProps {
  label: string
  type?: string
  inputMode?: 'numeric'
  autoComplete: string
  wrong: string | null
}

function Entered({ label, type = 'text', inputMode, autoComplete, wrong }: EnteredProps) {
  return (
    <div>
      <input
        key={label}
        name="entered"
        required
        autoFocus
        aria-label={label}
        placeholder={label}
        aria-invalid={wrong !== null || undefined}
        aria-describedby={wrong ? 'factor-wrong' : undefined}
        className="box max-w-56"
        {...{ type, inputMode, autoComplete }}
      />
      {wrong && (
        <p id="factor-wrong" role="alert" className="mt-0.5 text-red">
          {wrong}
        </p>
      )}
    </div>
  )
}
