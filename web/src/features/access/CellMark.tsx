import { type Manner, shapeOf } from './cells';

/** Our marks for how access is held. What limits or denies is a bar, what allows is a body. */
export function CellMark({ manner }: { manner: Manner }) {
  const shape = shapeOf(manner);
  return (
    <svg width="16" height="20" viewBox="0 0 16 20" aria-hidden="true">
      {shape === 'role' &&
        (manner.level ? (
          <path d="M8 3L13.5 13H2.5Z" className="fill-ink" />
        ) : (
          <rect x="3" y="4" width="10" height="9" className="fill-ink" />
        ))}
      {shape === 'nested' &&
        (manner.level ? (
          <path d="M8 4L12.7 12.2H3.3Z" className="fill-none stroke-ink" strokeWidth="1.6" />
        ) : (
          <rect
            x="3.8"
            y="4.3"
            width="8.4"
            height="8.4"
            className="fill-none stroke-ink"
            strokeWidth="1.6"
          />
        ))}
      {shape === 'itself' && <path d="M8 2.5L13.5 8.3L8 14L2.5 8.3Z" className="fill-brass" />}
      {shape === 'part' && <rect x="3" y="9" width="10" height="4.5" className="fill-ink" />}
      {shape === 'denied' && (
        <rect x="2.5" y="7.5" width="11" height="2" className="fill-oxblood" />
      )}
      {shape === 'above' && (
        <>
          <rect x="3" y="5" width="10" height="1.6" className="fill-brass" />
          <rect x="6.5" y="8.5" width="3" height="3" className="fill-brass" />
        </>
      )}
      {manner.used && <circle cx="8" cy="17" r="1.5" className="fill-brass" />}
    </svg>
  );
}

const NONE: Manner = {
  held: false,
  direct: false,
  role: false,
  nested: false,
  level: false,
  limited: false,
  denied: false,
  used: false,
};

const KEY: [string, Partial<Manner>][] = [
  ['by a role', { held: true, role: true }],
  ['nested', { held: true, nested: true }],
  ['by level or pattern', { held: true, role: true, level: true }],
  ['to itself', { held: true, direct: true }],
  ['part only', { held: true, role: true, limited: true }],
  ['denied', { denied: true }],
  ['above its ceiling', { role: true, limited: true }],
];

export function Legend({ days, usageKnown }: { days: number; usageKnown: boolean }) {
  return (
    <p className="flex flex-wrap items-center gap-x-3 px-4 py-1 text-xs text-soft">
      {KEY.map(([words, manner]) => (
        <span key={words} className="inline-flex items-center gap-0.5">
          <CellMark manner={{ ...NONE, ...manner }} /> {words}
        </span>
      ))}
      <span className="inline-flex items-center gap-0.5">
        {usageKnown ? (
          <>
            <svg width="10" height="10" aria-hidden="true">
              <circle cx="5" cy="5" r="1.5" className="fill-brass" />
            </svg>{' '}
            used in the last {days} days
          </>
        ) : (
          'use: not known, no usage or activity was received'
        )}
      </span>
    </p>
  );
}
