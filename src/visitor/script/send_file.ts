import type { Speech } from '@/core/language/texts'
import { type HttpRequest, Upload } from 'tus-js-client'
import { fileAddress, PROOF_HEADER, tidyFileName } from '@/core/answers/files'
import type { PageData } from '../page'
import type { Root } from './kinds'

/** Waits before each further try, in milliseconds: a few minutes in all. */
const TRIES = [0, 1000, 3000, 5000, 10_000, 20_000, 30_000, 60_000]

export interface Sending {
  /** Told of how much of it is there, from 0 to 1. */
  onProgress: (share: number) => void
  /** Told of its address once all of it is there. */
  onDone: (address: string) => void
  /** Told why it is not taken, in words; `again` where another try may help. */
  onRefused: (why: string, again: boolean) => void
}

/** A field of the page's own. */
const pageField = (box: HTMLElement, name: string): string =>
  box.closest('form')?.querySelector<HTMLInputElement>(`[name=_${name}]`)?.value ?? ''

/** Whether the page that a box is on sends nothing. */
export const isPreview = (box: HTMLElement): boolean => {
  const told = (box.getRootNode() as Root).getElementById('lichen-form')?.textContent
  return (JSON.parse(told ?? '{}') as PageData).mode === 'preview'
}

/** Where files of a form are sent to: below where it is sent itself. */
function placeFor(box: HTMLElement): URL {
  const place = new URL(box.closest('form')?.getAttribute('action') ?? '', location.href)
  place.pathname = `${place.pathname.replace(/\/$/, '')}/files`
  place.search = ''
  return place
}

/**
 * Sends a file for the question in a box, in as many pieces as it takes: broken off, it goes on where it was, even when the
 * page was loaded anew and the file was chosen again. Returns how to stop it.
 */
export function sendFile(
  box: HTMLElement,
  file: File,
  question: string,
  speech: Speech,
  { onProgress, onDone, onRefused }: Sending,
): () => void {
  const [visit = '', proof = '', release = ''] = ['visit', 'proof', 'release'].map((name) => pageField(box, name))
  const place = placeFor(box)
  const name = tidyFileName(file.name)
  const upload = new Upload(file, {
    endpoint: place.href,
    retryDelays: TRIES,
    removeFingerprintOnSuccess: true,
    fingerprint: () => Promise.resolve(['lichen', visit, question, name, file.size, file.lastModified].join(' ')),
    headers: { [PROOF_HEADER]: proof },
    metadata: { visit, proof, release, question, filename: name },
    onProgress: (sent, all) => onProgress(all > 0 ? sent / all : 0),
    onSuccess: () => onDone(fileAddress(place.origin, upload.url?.split('/').at(-1) ?? '', name)),
    onError(error) {
      const answered = 'originalResponse' in error ? error.originalResponse : null
      const status = answered?.getStatus() ?? 0
      if (status >= 400 && status < 500) onRefused(answered?.getBody() || speech.tell('file_not_taken'), status === 429)
      else onRefused(status === 507 ? (answered?.getBody() ?? '') : speech.tell('not_through'), true)
    },
    onShouldRetry: (error) => {
      const status = error.originalResponse?.getStatus() ?? 0
      return status === 0 || status === 409 || status === 423 || (status >= 500 && status !== 507)
    },
    onBeforeRequest(request: HttpRequest) {
      request.setHeader('accept', 'text/plain')
      request.setHeader('accept-language', speech.locale)
    },
  })
  void upload.findPreviousUploads().then(([before]) => {
    if (before) upload.resumeFromPreviousUpload(before)
    upload.start()
  })
  return () => void upload.abort(true).catch(() => undefined)
}

/** Removes a file that was sent before. What is not removed now goes by itself later. */
export const takeBackFile = (box: HTMLElement, id: string): void =>
  void Upload.terminate(`${placeFor(box).href}/${id}`, { headers: { [PROOF_HEADER]: pageField(box, 'proof') } }).catch(
    () => undefined,
  )

/**
 * Lets a form that is sent while something is on its way wait for it: then it goes by itself, unless its answers
 * are changed meanwhile. What did not arrive lets nothing go: whoever sent it looks again.
 */
export function holdForm(
  box: HTMLElement,
  speech: Speech,
  isComing: () => boolean,
  say: (words: string) => void,
): Hold {
  const form = box.closest('form')
  let pressed: HTMLElement | null = null
  form?.addEventListener(
    'submit',
    (event) => {
      if (!isComing() || event.submitter?.hasAttribute('data-back')) return
      event.preventDefault()
      event.stopImmediatePropagation()
      pressed = event.submitter
      say(speech.tell('still_coming'))
    },
    { capture: true },
  )
  const forget = () => (pressed = null)
  form?.addEventListener('input', ({ isTrusted }) => {
    if (isTrusted) forget()
  })
  return {
    forget,
    goOn() {
      if (!pressed || isComing()) return
      const by = pressed
      forget()
      form?.requestSubmit(by)
    },
  }
}

interface Hold {
  /** Something has arrived: the form goes, if it was sent and nothing else is on its way. */
  goOn: () => void
  /** Something did not. */
  forget: () => void
}
