import { Bar, BarChart, Cell, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { count } from '../../shared/model/format';
import { bins, flaggedAt } from './settings';
import { useCurve } from './useChecks';

interface Props {
  check: string;
  parameter: string;
  words: string;
  application: string;
  value: number;
  /** What the value being tried flags, once it is known. */
  tried: number | undefined;
  onChange: (value: number) => void;
}

/**
 * The distribution behind a number, with the number as a handle: what would be flagged on either side is
 * seen before it is set.
 */
export default function Threshold(props: Props) {
  const curve = useCurve(props.check, props.parameter, props.application);
  if (!curve.data) {
    return (
      <p className="py-3 text-sm text-soft" role="status">
        {curve.error ? 'The distribution cannot be shown.' : 'Counting at each value …'}
      </p>
    );
  }
  const { bins: shown, isUpwards } = bins(curve.data, props.value);
  const points = curve.data.points;
  const flagged = flaggedAt(curve.data, props.value) ?? props.tried;
  const highest = Math.max(...points.map((point) => point.flagged));
  const nearest = points.reduce(
    (best, point, index) =>
      Math.abs(point.at - props.value) <
      Math.abs((points[best]?.at ?? Number.POSITIVE_INFINITY) - props.value)
        ? index
        : best,
    0,
  );
  return (
    <figure className="my-2">
      <figcaption className="flex justify-between text-sm">
        <span>
          <b className="font-mono">{flagged === undefined ? '…' : count(flagged)}</b> flagged{' '}
          {isUpwards ? 'from' : 'up to'} <b className="font-mono">{props.value}</b>
        </span>
        <span className="text-soft">
          <b className="font-mono">
            {flagged === undefined ? '…' : count(Math.max(0, highest - flagged))}
          </b>{' '}
          on the other side
        </span>
      </figcaption>
      <div aria-hidden="true" className="h-[132px]">
        <ResponsiveContainer width="100%" height="100%">
          <BarChart
            accessibilityLayer={false}
            data={shown.map((bin) => ({ ...bin, name: String(bin.from) }))}
            margin={{ top: 6, right: 0, bottom: 0, left: 0 }}
            onClick={(state) => {
              const bin = shown[Number(state.activeTooltipIndex)];
              if (bin) {
                props.onChange(isUpwards ? bin.from : (bin.to ?? bin.from));
              }
            }}
          >
            <XAxis dataKey="name" tick={{ fontSize: 10 }} stroke="var(--color-soft)" interval={1} />
            <YAxis hide scale="sqrt" />
            <Tooltip
              cursor={{ fill: 'var(--color-selected)' }}
              content={({ payload }) => {
                const bin = payload?.[0]?.payload as (typeof shown)[number] | undefined;
                return bin ? (
                  <p className="border border-rule bg-sheet px-2 py-1 text-xs">
                    {bin.to === null ? `${bin.from} and more` : `${bin.from} to ${bin.to - 1}`}:{' '}
                    <b>{count(bin.count)}</b>
                  </p>
                ) : null;
              }}
            />
            <Bar
              dataKey="count"
              isAnimationActive={false}
              minPointSize={(value) => (value ? 2 : 0)}
            >
              {shown.map((bin) => (
                <Cell
                  key={bin.from}
                  fill={bin.isFlagged ? 'var(--color-brass)' : 'var(--color-rule)'}
                />
              ))}
            </Bar>
          </BarChart>
        </ResponsiveContainer>
      </div>
      <input
        type="range"
        className="w-full accent-[var(--color-brass)]"
        aria-label={`Threshold: ${props.words}`}
        min={0}
        max={points.length - 1}
        value={nearest}
        onChange={(event) => props.onChange(points[Number(event.target.value)]?.at ?? props.value)}
      />
      <p className="text-xs text-soft">
        Subjects by {props.parameter}; heights by the square root, so that few are seen beside many.
      </p>
      <details className="text-sm text-soft">
        <summary className="cursor-pointer">the figures</summary>
        <table className="plain-table w-auto">
          <thead>
            <tr>
              <th scope="col" className="num">
                {props.parameter}
              </th>
              <th scope="col" className="num">
                flagged
              </th>
            </tr>
          </thead>
          <tbody>
            {points.map((point) => (
              <tr key={point.at} className={point.at === props.value ? 'font-semibold' : ''}>
                <td className="num">{point.at}</td>
                <td className="num">{count(point.flagged)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </figure>
  );
}
