import type { Event } from '../../shared/api/types';
import { placeEvents } from './lifeLine';

const WIDTH = 330;
const EDGE = 38;
const LINE_Y = 14;

/** The account's life on one line, told by shape and word, with the days as text for everyone. */
export function LifeLine({ events }: { events: Event[] }) {
  if (events.length < 2) {
    return null;
  }
  const points = placeEvents(events);
  const height = LINE_Y + 40 + 30 * Math.max(...points.map((point) => point.level));
  const x = (at: number) => EDGE + at * (WIDTH - 2 * EDGE);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      className="w-full"
      role="img"
      aria-label={points.map((point) => `${point.words} ${point.day}`).join(', ')}
    >
      <line
        x1={EDGE}
        x2={WIDTH - EDGE}
        y1={LINE_Y}
        y2={LINE_Y}
        className="stroke-ink"
        strokeWidth="1.5"
      />
      {points.map((point) => (
        <g key={point.kind}>
          {point.level > 0 && (
            <line
              x1={x(point.at)}
              x2={x(point.at)}
              y1={LINE_Y + 6}
              y2={LINE_Y + 6 + 30 * point.level}
              className="stroke-rule"
            />
          )}
          <Mark kind={point.kind} x={x(point.at)} />
          <text
            x={x(point.at)}
            y={LINE_Y + 20 + 30 * point.level}
            textAnchor="middle"
            className="fill-soft text-[10.5px]"
          >
            {point.words}
          </text>
          <text
            x={x(point.at)}
            y={LINE_Y + 32 + 30 * point.level}
            textAnchor="middle"
            className="fill-ink font-mono text-[10.5px]"
          >
            {point.day}
          </text>
        </g>
      ))}
    </svg>
  );
}

function Mark({ kind, x }: { kind: Event['kind']; x: number }) {
  switch (kind) {
    case 'sign-in':
      return (
        <line
          x1={x}
          x2={x}
          y1={LINE_Y - 6}
          y2={LINE_Y + 6}
          className="stroke-ink"
          strokeWidth="2.5"
        />
      );
    case 'left':
    case 'expires':
      return (
        <path
          d={`M${x} ${LINE_Y - 6}L${x + 6} ${LINE_Y}L${x} ${LINE_Y + 6}L${x - 6} ${LINE_Y}Z`}
          className="fill-oxblood"
        />
      );
    case 'as-of':
      return <rect x={x - 4} y={LINE_Y - 4} width="8" height="8" className="fill-brass" />;
    default:
      return (
        <circle cx={x} cy={LINE_Y} r="4" className="fill-sheet stroke-ink" strokeWidth="1.5" />
      );
  }
}
