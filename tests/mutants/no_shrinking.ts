import fc from 'fast-check'

/** Whether a property fails is all that is asked where small changes are tried: not which example is the smallest. */
fc.configureGlobal({ endOnFailure: true })
