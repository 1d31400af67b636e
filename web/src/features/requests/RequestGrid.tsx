import { useQuery } from '@tanstack/react-query';
import { useParams, useSearchParams } from 'react-router';
import { api } from '../../shared/api/client';
import type { FileView, Grid, RequestCell } from '../../shared/api/types';
import { Sentences } from '../../shared/ui';
import { AskDialog } from './AskDialog';
import { gridRows, marks } from './gridRows';

/** Applications down, kinds of evidence across: what was asked for, and what has come. */
export function RequestGrid({ files }: { files: FileView[] }) {
  const { snapshot } = useParams();
  const [params, setParams] = useSearchParams();
  const grid = useQuery({
    queryKey: ['requests', snapshot],
    queryFn: () => api.get<Grid>(`/api/snapshots/${snapshot}/requests`),
  });
  if (!grid.data) {
    return <Sentences error={grid.error} />;
  }
  const asked = params.get('ask');
  const open = grid.data.cells.find((cell) => `${cell.application}:${cell.kind}` === asked);
  const show = (cell: RequestCell | null) =>
    setParams((before) => {
      if (cell) {
        before.set('ask', `${cell.application}:${cell.kind}`);
      } else {
        before.delete('ask');
      }
      return before;
    });
  const { kinds, rows } = gridRows(grid.data);
  return (
    <>
      <div className="overflow-x-auto">
        <table className="w-full border-collapse">
          <thead>
            <tr>
              <th scope="col" className="sticky left-0 w-24 bg-paper">
                <span className="sr-only">Application</span>
              </th>
              {kinds.map((kind) => (
                <th
                  key={kind}
                  scope="col"
                  className="px-0.5 pb-1 text-left align-bottom text-[11px] leading-4 font-semibold text-soft"
                >
                  {kind.replace('-', '-\u200b')}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.id} className="border-t border-rule">
                <th
                  scope="row"
                  className="sticky left-0 bg-paper py-1 pr-1 text-left text-sm leading-4 font-semibold"
                >
                  {row.name}
                </th>
                {row.cells.map((cell, index) => (
                  <td key={kinds[index]} className="p-0 align-top">
                    {cell && <Cell cell={cell} onOpen={() => show(cell)} />}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-2 text-xs text-soft">
        {marks.map(([mark, words]) => (
          <span key={words} className="mr-4">
            <span className="font-mono text-ink">{mark}</span> {words}
          </span>
        ))}
        <span className="font-mono text-oxblood">⌐n</span> tests wait for it
      </p>
      {open && (
        <AskDialog
          key={asked}
          cell={open}
          grid={grid.data}
          files={files}
          onClose={() => show(null)}
        />
      )}
    </>
  );
}

const LOOKS: Record<string, string> = {
  'not asked': 'text-soft',
  asked: 'bg-brass-wash',
  'on the desk': 'bg-brass-wash font-semibold',
  received: 'bg-sheet',
  differences: 'bg-reject-wash text-oxblood font-semibold',
  'tied out': 'bg-sheet font-semibold',
  'not applicable': 'text-soft',
};

function Cell({ cell, onOpen }: { cell: RequestCell; onOpen: () => void }) {
  const mark = marks.find(([, words]) => words === cell.standing)?.[0] ?? '';
  return (
    <button
      type="button"
      onClick={onOpen}
      title={
        cell.askedOf ? `asked of ${cell.askedOf}${cell.due ? `, due ${cell.due}` : ''}` : undefined
      }
      className={`block min-h-11 w-full border border-transparent px-0.5 py-0.5 text-left text-[11px] leading-4 whitespace-nowrap hover:border-ink ${LOOKS[cell.standing] ?? ''}`}
    >
      <span className="flex justify-between font-mono">
        {mark}
        {cell.untested.length > 0 && <span className="text-oxblood">⌐{cell.untested.length}</span>}
      </span>
      {cell.standing === 'not applicable' ? 'not applic.' : cell.standing}
      {cell.due && cell.standing === 'asked' && (
        <span className="block">by {cell.due.slice(5)}</span>
      )}
    </button>
  );
}
