import { passkey } from '@better-auth/passkey'
import { betterAuth } from 'better-auth'
import { APIError } from 'better-auth/api'
import { nextCookies } from 'better-auth/next-js'
import { twoFactor } from 'better-auth/plugins'
import { context } from '../context'
import { hash, verify } from './hashing'

function openAuth() {
  const { db, config } = context()
  const { hostname, port } = new URL(config.LICHEN_URL)
  // The same machine under its other name, so that a demo opened as localhost works too.
  const twin = hostname === '127.0.0.1' ? [`http://localhost:${port}`] : []
  return betterAuth({
    baseURL: config.LICHEN_URL,
    secret: config.LICHEN_SECRET,
    trustedOrigins: [config.LICHEN_URL, ...twin],
    database: { db, type: 'postgres' },
    emailAndPassword: { enabled: true, disableSignUp: true, minPasswordLength: 10, password: { hash, verify } },
    session: { expiresIn: 60 * 60 * 24 * 14, updateAge: 60 * 60 * 24 },
    // Tries are counted at the route.
    rateLimit: { enabled: false },
    telemetry: { enabled: false },
    advanced: { cookiePrefix: 'lichen', ipAddress: { disableIpTracking: true } },
    plugins: [
      // Six figures by RFC 6238, and codes for whoever has lost what shows them.
      twoFactor({ issuer: 'Lichen', twoFactorCookieMaxAge: 10 * 60 }),
      passkey({
        rpName: 'Lichen',
        // A number is no name that a key could be kept for.
        rpID: hostname === '127.0.0.1' ? 'localhost' : hostname,
        origin: [config.LICHEN_URL, ...twin].map((url) => new URL(url).origin),
        authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
        advanced: { webAuthnChallengeCookie: 'passkey' },
        authentication: {
          // It stands for a password and a second factor: having it alone is not enough.
          afterVerification({ verification }) {
            if (verification.authenticationInfo.userVerified) return Promise.resolve()
            throw new APIError('UNAUTHORIZED', { message: 'The key did not ask who you are.' })
          },
        },
      }),
      nextCookies(),
    ],
  })
}

type Auth = ReturnType<typeof openAuth>
const holder = globalThis as { lichenAuth?: Auth }

/** Sign-in for the studio, one for the process. */
export const auth = (): Auth => (holder.lichenAuth ??= openAuth())
