import { Link, useParams } from 'react-router';
import type { TraceView } from '../../shared/api/accessTypes';
import { count } from '../../shared/model/format';
import { Cite, Waiting } from '../../shared/ui';
import { BOX, type Lane, layOut, pathCounts } from './traceLayout';
import { useTrace } from './useAccess';

interface Props {
  cell: { application: string; account: string; permission: string };
  onClose: () => void;
}

/** Why an account can, or cannot: every path drawn, every step with its row. */
export function TracePane({ cell, onClose }: Props) {
  const trace = useTrace(cell);
  return (
    <section
      aria-label="Trace"
      className="min-h-0 overflow-auto border-t border-ink bg-sheet"
      tabIndex={0}
    >
      {trace.data ? (
        <Drawn trace={trace.data} onClose={onClose} />
      ) : (
        <Waiting error={trace.error} what="the trace" />
      )}
    </section>
  );
}

function copied(trace: TraceView): string {
  const lines = trace.paths.map(
    (path) =>
      `${path.fate}: ${path.steps
        .map((step) => `${step.to} (${step.place.citation} row ${step.place.row})`)
        .join(' > ')}`,
  );
  return [`${trace.account}: ${trace.action} ${trace.resource}. ${trace.reason}`, ...lines].join(
    '\n',
  );
}

function Drawn({ trace, onClose }: { trace: TraceView; onClose: () => void }) {
  const { snapshot } = useParams();
  const drawing = layOut(trace.paths);
  const one = new URLSearchParams({
    application: trace.application,
    view: 'account',
    account: trace.account,
  });
  return (
    <>
      <div className="sticky top-0 left-0 z-10 flex flex-wrap items-baseline gap-x-3 bg-sheet px-4 py-2.5">
        <h2 className="text-[16px] font-semibold">
          Why <span className="font-mono">{trace.account}</span> {trace.can ? 'can' : 'cannot'}{' '}
          {trace.action} {trace.resource}
        </h2>
        <span className="text-soft">
          {trace.reason} {pathCounts(trace.paths)}
          {trace.all > trace.paths.length &&
            `; ${trace.paths.length} of ${trace.counted ? '' : 'more than '}${count(trace.all)} shown`}
        </span>
        <span className="ml-auto flex gap-3">
          <Link className="door" to={`/s/${snapshot}/access?${one}`}>
            all it can do
          </Link>
          <button
            type="button"
            className="door"
            onClick={() => void navigator.clipboard.writeText(copied(trace))}
          >
            copy
          </button>
          <button type="button" className="door" onClick={() => window.print()}>
            print
          </button>
          <button type="button" className="door" onClick={onClose}>
            close
          </button>
        </span>
      </div>
      {trace.paths.length === 0 ? (
        <p className="px-4 pb-4">
          Nothing the account holds speaks of it: no role it has, none that these include, and no
          grant of its own.
        </p>
      ) : (
        <Paths trace={trace} drawing={drawing} />
      )}
    </>
  );
}

function Paths({ trace, drawing }: { trace: TraceView; drawing: ReturnType<typeof layOut> }) {
  const middle = BOX.height / 2;
  const from = drawing.account.x + BOX.width;
  return (
    <div className="relative mx-2 mb-3" style={{ width: drawing.width, height: drawing.height }}>
      <svg
        width={drawing.width}
        height={drawing.height}
        className="absolute inset-0"
        role="img"
        aria-label={`${trace.reason} ${pathCounts(trace.paths)}`}
      >
        <defs>
          <marker
            id="arrow"
            viewBox="0 0 8 8"
            refX="7"
            refY="4"
            markerWidth="8"
            markerHeight="8"
            orient="auto"
          >
            <path d="M0 0L8 4L0 8Z" className="fill-ink" />
          </marker>
        </defs>
        {drawing.lanes.map((lane) => (
          <LaneLines
            key={lane.y}
            lane={lane}
            from={from}
            top={drawing.account.y + middle}
            to={drawing.outcome.x}
          />
        ))}
      </svg>
      <Box x={drawing.account.x} y={drawing.account.y} className="border-ink bg-paper">
        <b className="id">{trace.account}</b>
        <span>{trace.usable ? 'usable' : 'not usable'}</span>
      </Box>
      {drawing.lanes.map((lane) =>
        lane.boxes.map((box, at) => {
          const step = lane.path.steps[at];
          return (
            <span key={`${lane.y}/${box.x}`}>
              {step && (
                <span
                  className="absolute text-right"
                  style={{ left: box.x - BOX.gap - 40, top: box.y - 19, width: BOX.gap + 40 }}
                >
                  <Cite place={step.place} />
                </span>
              )}
              <Box x={box.x} y={box.y} className={boxLook(lane, box.kind)}>
                <b className="line-clamp-2 leading-4" title={box.title}>
                  {box.title}
                </b>
                <span className="truncate text-xs">{box.about}</span>
              </Box>
            </span>
          );
        }),
      )}
      {drawing.lanes.map((lane) => (
        <span
          key={`fate${lane.y}`}
          className={`absolute text-xs ${lane.path.fate === 'denies' || lane.path.fate === 'denied' ? 'text-oxblood' : 'text-soft'}`}
          style={{ left: lane.boxes.at(-1)?.x, top: lane.y + BOX.height + 2 }}
        >
          {FATES[lane.path.fate]}
          {lane.path.scope ? ` in ${lane.path.scope}` : ''}
        </span>
      ))}
      <Box
        x={drawing.outcome.x}
        y={drawing.outcome.y}
        className={
          trace.can ? 'border-ink bg-ink text-sheet' : 'border-oxblood bg-sheet text-oxblood'
        }
      >
        <b>{trace.can ? (trace.usable ? 'Can, usable' : 'Holds, not usable') : 'Cannot'}</b>
        <span className="truncate">
          {trace.lastUsed ? `last used ${trace.lastUsed}` : 'no use on record'}
        </span>
      </Box>
      {trace.usedPlace && (
        <span
          className="absolute"
          style={{ left: drawing.outcome.x, top: drawing.outcome.y + BOX.height + 2 }}
        >
          <Cite place={trace.usedPlace} />
        </span>
      )}
    </div>
  );
}

const FATES: Record<Lane['path']['fate'], string> = {
  allows: 'allows',
  denied: 'would allow, and is denied',
  'above ceiling': 'would allow, above its ceiling',
  limits: 'at most this',
  denies: 'denies',
  lapsed: 'out of its window',
  apart: 'scopes do not meet',
};

function boxLook(lane: Lane, kind: 'role' | 'grant'): string {
  switch (lane.path.fate) {
    case 'allows':
      return kind === 'grant' ? 'border-brass bg-brass-wash' : 'border-ink bg-sheet';
    case 'limits':
      return 'border-dashed border-brass bg-sheet';
    case 'denies':
      return 'border-oxblood bg-reject-wash';
    default:
      return 'border-dashed border-rule bg-sheet text-soft';
  }
}

function Box(props: { x: number; y: number; className: string; children: React.ReactNode }) {
  return (
    <span
      className={`absolute flex flex-col justify-center overflow-hidden rounded-[3px] border px-2.5 text-sm ${props.className}`}
      style={{ left: props.x, top: props.y, width: BOX.width, height: BOX.height }}
    >
      {props.children}
    </span>
  );
}

/** What allows ends in an arrow, what limits or denies in a bar across. */
function LaneLines(props: { lane: Lane; from: number; top: number; to: number }) {
  const { lane } = props;
  const y = lane.y + BOX.height / 2;
  const { fate } = lane.path;
  const allows = fate === 'allows';
  const look =
    fate === 'denies'
      ? 'stroke-oxblood'
      : fate === 'limits'
        ? 'stroke-brass'
        : allows
          ? 'stroke-ink'
          : 'stroke-rule';
  const dashes = allows || fate === 'denies' ? undefined : '5 3';
  const first = lane.boxes[0];
  const spine = props.from + 12;
  return (
    <g className={`fill-none ${look}`} strokeWidth="1.5" strokeDasharray={dashes}>
      <path
        d={
          y === props.top
            ? `M${props.from} ${y}H${(first?.x ?? 0) - 2}`
            : `M${props.from} ${props.top}H${spine}V${y}H${(first?.x ?? 0) - 2}`
        }
        markerEnd={allows ? 'url(#arrow)' : undefined}
      />
      {lane.boxes.slice(1).map((box, at) => (
        <path
          key={box.x}
          d={`M${(lane.boxes[at]?.x ?? 0) + BOX.width} ${y}H${box.x - 2}`}
          markerEnd={allows ? 'url(#arrow)' : undefined}
        />
      ))}
      {allows ? (
        <path
          d={
            y === props.top
              ? `M${lane.endX} ${y}H${props.to - 2}`
              : `M${lane.endX} ${y}H${lane.endX + 22}V${props.top}H${props.to - 2}`
          }
          markerEnd="url(#arrow)"
        />
      ) : (
        <>
          <path d={`M${lane.endX} ${y}H${lane.endX + 26}`} />
          <path d={`M${lane.endX + 26} ${y - 9}V${y + 9}`} strokeWidth="4" strokeDasharray="none" />
        </>
      )}
    </g>
  );
}
