/** Headers of every answer, whatever it is. */
export const commonHeaders = (secure: boolean): Record<string, string> => ({
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'permissions-policy':
    'accelerometer=(), browsing-topics=(), camera=(), display-capture=(), geolocation=(), gyroscope=(), magnetometer=(), microphone=(), midi=(), payment=(), usb=()',
  'cross-origin-opener-policy': 'same-origin',
  ...(secure ? { 'strict-transport-security': 'max-age=31536000' } : {}),
})

/** Nothing from elsewhere, nothing inline but what carries this answer's nonce, and no frame around it. */
export const studioPolicy = (nonce: string): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'`,
    `style-src 'self' 'nonce-${nonce}'`,
    "img-src 'self' data:",
    "font-src 'self'",
    "connect-src 'self'",
    "frame-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')

/** A visitor's page: its own script and style sheet, frames and sites led on to only where the form says so. */
export const visitorPolicy = ({
  framedBy = [],
  leadsTo = [],
}: {
  framedBy?: readonly string[]
  leadsTo?: readonly string[]
}): string =>
  [
    "default-src 'none'",
    "script-src 'self'",
    "style-src 'self'",
    "font-src 'self'",
    "connect-src 'self'",
    "img-src 'self' data:",
    `form-action ${["'self'", ...new Set(leadsTo)].join(' ')}`,
    "base-uri 'none'",
    `frame-ancestors ${framedBy.length > 0 ? framedBy.join(' ') : "'none'"}`,
  ].join('; ')
