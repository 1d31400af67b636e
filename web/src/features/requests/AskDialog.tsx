import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api } from '../../shared/api/client';
import type { FileView, Grid, Proposal, RequestCell } from '../../shared/api/types';
import { counted, minute } from '../../shared/model/format';
import { Dialog, Sentences } from '../../shared/ui';

interface Props {
  cell: RequestCell;
  grid: Grid;
  files: FileView[];
  onClose: () => void;
}

/** One place of the request list: what came, what waits for it, and the words to ask with. */
export function AskDialog({ cell, grid, files, onClose }: Props) {
  const { snapshot } = useParams();
  const base = `/api/snapshots/${snapshot}/requests`;
  const queries = useQueryClient();
  const name = grid.owners.find((one) => one.id === cell.application)?.name ?? 'the organisation';
  const came = files.filter((file) => cell.files.includes(file.id));
  const others = grid.cells.filter(
    (one) =>
      one.application === cell.application &&
      one.kind !== cell.kind &&
      ['not asked', 'asked'].includes(one.standing) &&
      grid.organisationKinds.includes(one.kind) === (cell.application === ''),
  );
  const [with_, setWith] = useState<string[]>([]);
  const [askedOf, setAskedOf] = useState(cell.askedOf);
  const [due, setDue] = useState(cell.due ?? '');
  const [reason, setReason] = useState(cell.reason);
  const [words, setWords] = useState<string | null>(cell.words || null);
  const [copied, setCopied] = useState(false);
  const kinds = [cell.kind, ...with_];
  const query = new URLSearchParams({ application: cell.application });
  for (const kind of kinds) {
    query.append('kind', kind);
  }
  if (due) {
    query.set('due', due);
  }
  const proposal = useQuery({
    queryKey: ['request-text', snapshot, query.toString()],
    queryFn: () => api.get<Proposal>(`${base}/text?${query}`),
  });
  const text = words ?? proposal.data?.body ?? '';
  const done = () => {
    void queries.invalidateQueries();
    onClose();
  };
  const say = useMutation({
    mutationFn: (applicable: boolean) =>
      api.put(base, {
        application: cell.application,
        kinds: applicable ? kinds : [cell.kind],
        applicable,
        reason,
        askedOf,
        due: due || null,
        words: text,
      }),
    onSuccess: done,
  });
  const takeBack = useMutation({
    mutationFn: () =>
      api.remove(
        `${base}?${new URLSearchParams({ application: cell.application, kind: cell.kind })}`,
      ),
    onSuccess: done,
  });
  return (
    <Dialog title={`${cell.kind} of ${name}`} onClose={onClose}>
      <div className="space-y-3">
        <p>
          <b>{cell.standing}</b>
          {cell.at && cell.standing !== 'not asked' && (
            <span className="text-soft">
              , said by {cell.by} on {minute(cell.at)}
            </span>
          )}
        </p>
        {came.map((file) => (
          <p key={file.id}>
            <Link
              className="cite"
              to={`/s/${snapshot}/gather/${file.id}${file.state === 'taken' ? '' : '/desk'}`}
            >
              {file.citation} {file.file}
            </Link>
          </p>
        ))}
        {cell.untested.length > 0 && (
          <p className="border-l-[3px] border-oxblood bg-reject-wash px-3 py-2">
            {counted(cell.untested.length, 'check')} not tested for want of it:{' '}
            {cell.untested.join(', ')}.
          </p>
        )}
        <h3 className="head">Ask for it</h3>
        <div className="flex gap-2">
          <input
            className="field grow"
            aria-label="Asked of"
            placeholder="whom: a name or a mail address"
            value={askedOf}
            onChange={(event) => setAskedOf(event.target.value)}
          />
          <label>
            due{' '}
            <input
              type="date"
              className="field"
              value={due}
              onChange={(event) => setDue(event.target.value)}
            />
          </label>
        </div>
        {others.length > 0 && (
          <fieldset className="flex flex-wrap gap-x-4 gap-y-1">
            <legend className="text-soft">in the same letter also</legend>
            {others.map((one) => (
              <label key={one.kind} className="flex items-baseline gap-1">
                <input
                  type="checkbox"
                  checked={with_.includes(one.kind)}
                  onChange={(event) =>
                    setWith((before) =>
                      event.target.checked
                        ? [...before, one.kind]
                        : before.filter((kind) => kind !== one.kind),
                    )
                  }
                />
                {one.kind}
              </label>
            ))}
          </fieldset>
        )}
        <textarea
          className="field w-full"
          rows={9}
          aria-label="The text to send"
          value={text}
          onChange={(event) => setWords(event.target.value)}
        />
        <div className="flex flex-wrap gap-2">
          <button
            type="button"
            className="act act-first"
            disabled={say.isPending}
            onClick={() => say.mutate(true)}
          >
            Asked
          </button>
          <button
            type="button"
            className="act"
            onClick={() => void navigator.clipboard.writeText(text).then(() => setCopied(true))}
          >
            {copied ? 'Copied' : 'Copy the text'}
          </button>
          <a className="act" href={`${base}/mail.eml?${query}&to=${encodeURIComponent(askedOf)}`}>
            Mail draft
          </a>
          {['asked', 'not applicable'].includes(cell.standing) && (
            <button type="button" className="act" onClick={() => takeBack.mutate()}>
              Take back
            </button>
          )}
        </div>
        {came.length === 0 && (
          <>
            <h3 className="head">Or it does not apply</h3>
            <div className="flex gap-2">
              <input
                className="field grow"
                aria-label="Why it does not apply"
                placeholder="why: for instance, the application has no roles"
                value={reason}
                onChange={(event) => setReason(event.target.value)}
              />
              <button type="button" className="act" onClick={() => say.mutate(false)}>
                Does not apply
              </button>
            </div>
          </>
        )}
        <Sentences error={say.error ?? takeBack.error} />
      </div>
    </Dialog>
  );
}
