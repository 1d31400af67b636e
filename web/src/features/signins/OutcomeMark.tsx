const MARKS: Record<string, [string, string, string]> = {
  success: ['●', 'success', 'text-soft'],
  failure: ['╳', 'failure', 'text-oxblood'],
  lockout: ['■', 'lock-out', 'text-oxblood font-semibold'],
  'sign-out': ['○', 'sign-out', 'text-soft'],
};

/** How an attempt ended: a shape and its word. */
export function OutcomeMark({ outcome }: { outcome: string }) {
  const [shape, word, look] = MARKS[outcome] ?? ['?', outcome, ''];
  return (
    <span className={`text-sm whitespace-nowrap ${look}`}>
      <span aria-hidden="true" className="inline-block w-4 text-center text-[11px]">
        {shape}
      </span>
      {word}
    </span>
  );
}
