/** The mark: a closed line with one point that answers. */
export function Mark({ size = 34 }: { size?: number }) {
  return (
    <svg width={size} height={(size * 30) / 34} viewBox="0 0 34 30" role="img" aria-label="Evrid">
      <path d="M4 24V7h17M10 24h14V15" fill="none" stroke="currentColor" strokeWidth="4" strokeLinejoin="miter" />
      <circle cx="28" cy="7" r="3.6" fill="#e0946a" />
    </svg>
  );
}
