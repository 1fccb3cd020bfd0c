import type { Form } from '@/core/form/definition'
import { snapshotOf } from '@/core/testing/forms'

/** A draft as it is opened, at revision 1 and saved, for tests of the store. */
export const startOf = (form: Form) => ({
  facts: {
    slug: 'x',
    name: 'X',
    state: 'open' as const,
    stands: { is: 'open' as const, closesAt: null },
    live: null,
    planned: null,
    numbers: { arrived: 0, finish: null, unfinished: 0, steps: [] },
    publicUrl: '',
    testUrl: '',
    benchUrl: null,
    routed: {},
    seen: null,
  },
  form,
  revision: 1,
  resources: snapshotOf(),
  rehearsed: null,
  savedAt: new Date(0),
})
