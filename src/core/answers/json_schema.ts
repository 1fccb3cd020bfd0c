/** A JSON Schema (draft 2020-12) fragment. */
export type JsonSchema = { readonly [key: string]: unknown }
