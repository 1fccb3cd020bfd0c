import { parse } from 'tldts'

/** What stands between spaces, or in the brackets and quotes that links are put in (RFC 3986, C). */
const TOKEN = /[^\s<>"]+/g

/** Signs that mail programs know a link by: a scheme, an address to write to, a server’s name, `www.`. */
const SIGNS = /:\/\/.|.@.|\\\\.|www[.。．｡]./isu

/** Names with dots of any script between them (UTS #46, 2.3). */
const HOSTS = /(?:[\p{L}\p{N}][\p{L}\p{N}\p{M}_-]*[.。．｡])+\p{L}[\p{L}\p{M}\p{N}-]+/gu

/** Names that are never given to anybody (RFC 2606, 2), as in examples. */
const RESERVED = new Set(['example', 'test', 'invalid', 'localhost'])

/** Whether a mail program may make a link of it. Words with a dot and no space between them are none: nobody owns such a name. */
const isLink = (token: string): boolean => SIGNS.test(token) || (token.match(HOSTS) ?? []).some(isOwned)

function isOwned(host: string): boolean {
  const { isIcann, publicSuffix } = parse(host.replaceAll(/[。．｡]/g, '.'))
  return isIcann === true || RESERVED.has(publicSuffix ?? '')
}

const replaceLinks = (text: string, write: (link: string) => string): string =>
  text.replace(TOKEN, (token) => (isLink(token) ? write(token) : token))

/** For a line that nobody should have to read twice, such as a mail’s subject: three dots stand for each link. */
export const leaveOutLinks = (text: string): string => replaceLinks(text, () => '…')

/** Links are still to be read, and nothing makes them one that can be pressed: “kilns . example / offers”. */
export const breakLinks = (text: string): string =>
  replaceLinks(text, (link) =>
    link
      .replaceAll(/[a-z][a-z0-9+.-]*:\/\//gi, ' ')
      .replaceAll(/[.。．｡]+/g, ' . ')
      .replaceAll(/[@:/\\]+/g, (signs) => ` ${signs.charAt(0)} `)
      .replaceAll(/ {2,}/g, ' ')
      .trim(),
  )
