/** A key with an old bit. */
export function Logo() {
  return (
    <svg width="28" height="14" viewBox="0 0 28 14" className="text-brass" aria-hidden="true">
      <circle cx="5.5" cy="7" r="4" fill="none" stroke="currentColor" strokeWidth="2" />
      <path d="M9.5 7H27M21 7v5M25.5 7v4" fill="none" stroke="currentColor" strokeWidth="2" />
    </svg>
  );
}
