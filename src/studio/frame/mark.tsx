/** The product's mark: a small branching growth. */
export const Mark = ({ className = '' }: { className?: string }) => (
  <svg viewBox="0 0 24 24" width="18" height="18" aria-hidden="true" className={className}>
    <g fill="none" stroke="currentColor" strokeWidth="2" strokeLinecap="round">
      <path d="M12 22V11M12 15l-5-4M12 13l5-5" />
    </g>
    <g fill="currentColor">
      <circle cx="12" cy="7.5" r="2.6" />
      <circle cx="5.8" cy="9.8" r="2.1" />
      <circle cx="18.2" cy="6.8" r="2.1" />
    </g>
  </svg>
)
