/** Does nothing: the floor that `npm run measure` compares accepting a submission with. */
export const POST = (): Response => new Response(null, { status: 204 })
