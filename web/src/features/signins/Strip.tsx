import { useState } from 'react';
import {
  Bar,
  BarChart,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { MarkView, SignInView } from '../../shared/api/signInTypes';
import { count, counted } from '../../shared/model/format';
import { barEnd, OUTCOME_WORDS, readable } from './question';

interface Props {
  data: SignInView;
  from: string;
  until: string;
  onChoose: (from: string, until: string) => void;
}

interface BarOf {
  start: string;
  success: number;
  failure: number;
  lockout: number;
  signOut: number;
  marks: MarkView[];
}

/**
 * Successes stand up, failures hang down hatched, lock-outs hang as full blocks: told apart by place and
 * pattern. A dragged stretch becomes the period.
 */
export default function Strip({ data, from, until, onChoose }: Props) {
  const [dragged, setDragged] = useState<{ at: string; to: string } | null>(null);
  const bars: BarOf[] = data.strip.map((bar) => ({
    start: bar.start,
    success: bar.counts[0] ?? 0,
    failure: -(bar.counts[1] ?? 0),
    lockout: -(bar.counts[2] ?? 0),
    signOut: bar.counts[3] ?? 0,
    marks: data.marks.filter(
      (mark) => mark.from < barEnd(bar.start, data.unit) && mark.until >= bar.start,
    ),
  }));
  const marked = bars.filter((bar) => bar.marks.length > 0);
  const chosen = bars.filter(
    (bar) =>
      (from === '' || barEnd(bar.start, data.unit) > from) && (until === '' || bar.start < until),
  );
  const isChosen = (from || until) !== '' && chosen.length > 0;
  const span = dragged && [dragged.at, dragged.to].sort();
  const finish = () => {
    if (span?.[0] && span[1]) {
      onChoose(span[0], barEnd(span[1], data.unit));
    }
    setDragged(null);
  };
  return (
    <div
      aria-hidden="true"
      className="h-[150px] cursor-crosshair select-none"
      data-strip={data.unit}
    >
      <ResponsiveContainer width="100%" height="100%">
        <BarChart
          accessibilityLayer={false}
          data={bars}
          stackOffset="sign"
          barCategoryGap={0}
          margin={{ top: 14, right: 2, bottom: 0, left: 0 }}
          onMouseDown={(state) =>
            state.activeLabel &&
            setDragged({ at: String(state.activeLabel), to: String(state.activeLabel) })
          }
          onMouseMove={(state) =>
            dragged &&
            state.activeLabel &&
            setDragged({ at: dragged.at, to: String(state.activeLabel) })
          }
          onMouseUp={finish}
        >
          <defs>
            <pattern
              id="hatched"
              width="4"
              height="4"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <rect width="4" height="4" fill="var(--color-reject-wash)" />
              <line x1="0" y1="0" x2="0" y2="4" stroke="var(--color-oxblood)" strokeWidth="2.4" />
            </pattern>
          </defs>
          <XAxis
            dataKey="start"
            tick={{ fontSize: 11 }}
            stroke="var(--color-soft)"
            minTickGap={44}
            tickFormatter={(start: string) =>
              data.unit === 'hour' ? start.slice(5, 16).replace('T', ' ') : start.slice(0, 10)
            }
          />
          <YAxis
            width={46}
            tick={{ fontSize: 11 }}
            stroke="var(--color-soft)"
            tickFormatter={(value: number) => count(Math.abs(value))}
          />
          <ReferenceLine y={0} stroke="var(--color-ink)" />
          {isChosen && (
            <ReferenceArea
              x1={chosen[0]?.start}
              x2={chosen.at(-1)?.start}
              fill="var(--color-brass-wash)"
              stroke="var(--color-brass)"
            />
          )}
          {span && (
            <ReferenceArea x1={span[0]} x2={span[1]} fill="var(--color-selected)" stroke="none" />
          )}
          <Tooltip
            isAnimationActive={false}
            cursor={{ fill: 'var(--color-selected)' }}
            content={({ payload }) => {
              const bar = payload?.[0]?.payload as BarOf | undefined;
              return bar ? <Said bar={bar} unit={data.unit} /> : null;
            }}
          />
          <Bar dataKey="success" stackId="all" fill="var(--color-soft)" isAnimationActive={false} />
          <Bar dataKey="failure" stackId="all" fill="url(#hatched)" isAnimationActive={false} />
          <Bar
            dataKey="lockout"
            stackId="all"
            fill="var(--color-oxblood)"
            isAnimationActive={false}
          />
          {marked.map((bar) => (
            <ReferenceLine
              key={bar.start}
              x={bar.start}
              stroke="var(--color-brass)"
              strokeDasharray="2 2"
              label={{
                value: '▼',
                position: 'top',
                fill: 'var(--color-brass)',
                fontSize: 13,
              }}
            />
          ))}
        </BarChart>
      </ResponsiveContainer>
    </div>
  );
}

function Said({ bar, unit }: { bar: BarOf; unit: string }) {
  return (
    <div className="border border-rule bg-sheet px-2 py-1 text-xs">
      <b>
        {unit} from {readable(bar.start)}
      </b>
      <br />
      {[bar.success, -bar.failure, -bar.lockout, bar.signOut]
        .map((value, at) => `${count(value)} ${OUTCOME_WORDS[at]}`)
        .join(' · ')}
      {bar.marks.map((mark) => (
        <div key={`${mark.check}${mark.subject}${mark.from}`}>
          ▼ {counted(mark.failures, 'failure')} in a row on {mark.subject}
        </div>
      ))}
    </div>
  );
}
