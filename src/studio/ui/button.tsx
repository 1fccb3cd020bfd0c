import type { ButtonHTMLAttributes } from 'react'

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  look?: 'plain' | 'main' | 'quiet'
}

const LOOKS = {
  plain: 'border border-edge bg-white hover:bg-panel',
  main: 'border border-moss bg-moss text-white hover:brightness-110',
  quiet: 'border border-transparent text-soft hover:bg-panel hover:text-ink',
}

export function Button({ look = 'plain', className = '', type = 'button', ...props }: Props) {
  return (
    <button
      type={type}
      className={`inline-flex items-center gap-1.5 rounded-md px-2.5 py-1 whitespace-nowrap disabled:opacity-50 ${LOOKS[look]} ${className}`}
      {...props}
    />
  )
}
