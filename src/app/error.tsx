'use client'

export { default } from './(studio)/error'
