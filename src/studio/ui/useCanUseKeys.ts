import { useEffect, useState } from 'react'

/** Whether this browser can keep and show passkeys here: they belong to a name, and some addresses are numbers. */
export function useCanUseKeys(): boolean {
  const [can, setCan] = useState(false)
  useEffect(() => setCan('PublicKeyCredential' in window && !/^[\d.]+$|:/.test(location.hostname)), [])
  return can
}
