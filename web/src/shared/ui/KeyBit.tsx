import type { SeverityWord } from '../api/types';

const TEETH: Record<SeverityWord, number> = { low: 1, medium: 2, high: 3, critical: 4 };

/** Our mark of severity: a key bit with as many long teeth as the severity has rank. */
export function KeyBit({ severity, word = false }: { severity: SeverityWord; word?: boolean }) {
  const long = TEETH[severity];
  const color = severity === 'critical' ? 'text-oxblood' : 'text-ink';
  return (
    <span className={`inline-flex items-center gap-2 whitespace-nowrap ${color}`}>
      <svg width="24" height="10" viewBox="0 0 24 10" role="img" aria-label={severity}>
        <rect x="0" y="0" width="24" height="2" fill="currentColor" />
        {[0, 1, 2, 3].map((tooth) => (
          <rect
            key={tooth}
            x={3 + tooth * 5.5}
            y="2"
            width="2.5"
            height={tooth < long ? 7 : 1.5}
            fill="currentColor"
          />
        ))}
      </svg>
      {word && <span aria-hidden="true">{severity}</span>}
    </span>
  );
}
