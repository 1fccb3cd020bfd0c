import { describe, expect, it } from 'vitest'
import { readRights, RIGHT_NAMES } from './right'
import { ROLE_NAMES, rightsOf } from './role'

describe('a role', () => {
  it('may do what it says, and one that nobody knows nothing', () => {
    expect([...rightsOf('owner')]).toEqual(RIGHT_NAMES)
    expect(rightsOf('reader').has('edit')).toBe(false)
    expect(rightsOf('analyst').has('people')).toBe(false)
    for (const name of ['', 'Owner', 'constructor', '__proto__', 'janitor']) expect(rightsOf(name).size).toBe(0)
  })
  it('lets nobody but owners say who may do what', () => {
    expect(ROLE_NAMES.filter((role) => rightsOf(role).has('own'))).toEqual(['owner'])
  })
  it('lets whoever works with people see them', () => {
    for (const role of ROLE_NAMES)
      for (const right of ['answer', 'own'] as const)
        if (rightsOf(role).has(right)) expect([role, rightsOf(role).has('people')]).toEqual([role, true])
  })
})

describe('stored rights', () => {
  it('are those that there are', () => {
    expect([...readRights(['edit', 'fly', 'read', 'toString'])]).toEqual(['read', 'edit'])
  })
})
