import { z } from 'zod'

/** A site, as `https://www.studio.example`: what a content security policy calls an origin. */
export const siteSchema = z
  .string()
  .trim()
  .toLowerCase()
  .regex(
    /^https?:\/\/[a-z0-9](?:[a-z0-9.-]{0,250}[a-z0-9])?(?::\d{1,5})?$/,
    'Give a site, such as https://www.studio.example',
  )
