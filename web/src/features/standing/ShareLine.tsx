import { CartesianGrid, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { PastShare } from '../../shared/api/types';
import { percent } from '../../shared/model/format';

/** The clean share over the audit's snapshots, with the table that the line is drawn from. */
export default function ShareLine({ history }: { history: PastShare[] }) {
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_auto] gap-6 py-3">
      <div aria-hidden="true" className="h-[120px]">
        <ResponsiveContainer width="100%" height="100%">
          <LineChart
            accessibilityLayer={false}
            data={history}
            margin={{ top: 6, right: 12, bottom: 0, left: -18 }}
          >
            <CartesianGrid vertical={false} stroke="var(--color-rule-light)" />
            <XAxis dataKey="asOf" tick={{ fontSize: 11 }} stroke="var(--color-soft)" />
            <YAxis
              domain={[(least: number) => Math.max(0, Math.floor((least - 1) / 10) * 10), 100]}
              tick={{ fontSize: 11 }}
              stroke="var(--color-soft)"
              allowDecimals={false}
            />
            <Line
              dataKey="strict"
              stroke="var(--color-ink)"
              strokeWidth={2}
              isAnimationActive={false}
            />
            <Line
              dataKey="stated"
              stroke="var(--color-brass)"
              strokeWidth={2}
              strokeDasharray="4 3"
              isAnimationActive={false}
            />
          </LineChart>
        </ResponsiveContainer>
      </div>
      <table className="plain-table w-auto self-start">
        <thead>
          <tr>
            <th scope="col">as of</th>
            <th scope="col" className="num">
              strict
            </th>
            <th scope="col" className="num">
              stated
            </th>
            <th scope="col" className="num">
              not tested
            </th>
          </tr>
        </thead>
        <tbody>
          {history.map((one) => (
            <tr key={one.snapshot}>
              <td className="id">{one.asOf}</td>
              <td className="num font-mono">{percent(one.strict)}</td>
              <td className="num font-mono text-brass">{percent(one.stated)}</td>
              <td className="num">{one.notTested}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
