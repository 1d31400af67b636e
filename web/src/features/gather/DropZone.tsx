import { useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useCallback, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, Refused } from '../../shared/api/client';
import type { ApplicationView, Arrived, JobView } from '../../shared/api/types';
import { size } from '../../shared/model/format';
import { JobProgress, Sentences } from '../../shared/ui';

interface Props {
  applications: ApplicationView[];
  /** Beside the button that adds files. */
  actions?: ReactNode;
  children: ReactNode;
}

/** Takes files dropped anywhere on the view, or chosen with a button, one after the other. */
export function DropZone({ applications, actions, children }: Props) {
  const [files, setFiles] = useState<File[]>([]);
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const add = (list: FileList | null) => setFiles((before) => [...before, ...(list ?? [])]);
  const drop = useCallback(() => setFiles((before) => before.slice(1)), []);
  return (
    <section
      aria-label="Received evidence; files can be dropped here"
      className={`min-h-full ${over ? 'bg-brass-wash' : ''}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        add(event.dataTransfer.files);
      }}
    >
      <div className="float-right flex gap-2 px-5 pt-4">
        {actions}
        <button type="button" className="act" onClick={() => input.current?.click()}>
          Add files …
        </button>
        <input
          ref={input}
          type="file"
          multiple
          className="sr-only"
          aria-label="Files to add"
          tabIndex={-1}
          onChange={(event) => add(event.target.files)}
        />
      </div>
      {files[0] && (
        <Arrival
          key={`${files[0].name} ${files[0].lastModified} ${files.length}`}
          file={files[0]}
          more={files.length - 1}
          applications={applications}
          onEnd={drop}
        />
      )}
      {children}
    </section>
  );
}

/** One file that arrived: whose it is, then its reading with progress. */
function Arrival(props: {
  file: File;
  more: number;
  applications: ApplicationView[];
  onEnd: () => void;
}) {
  const { snapshot } = useParams();
  const queries = useQueryClient();
  const [application, setApplication] = useState('');
  const [job, setJob] = useState<number | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const [sending, setSending] = useState(false);
  const { file, more, onEnd } = props;
  const navigate = useNavigate();
  const take = async () => {
    setSending(true);
    setFailure(null);
    try {
      const query = new URLSearchParams({ name: file.name });
      if (application) {
        query.set('application', application);
      }
      const arrived = await api.upload<Arrived>(`/api/snapshots/${snapshot}/files?${query}`, file);
      void queries.invalidateQueries();
      if (arrived.job !== null) {
        setJob(arrived.job);
      } else if (more > 0) {
        onEnd(); // it waits on the desk while the others come
      } else {
        navigate(`/s/${snapshot}/gather/${arrived.id}/desk`);
      }
    } catch (error) {
      setFailure(error);
    } finally {
      setSending(false);
    }
  };
  const ended = useCallback(
    (result: JobView) => {
      setJob(null);
      void queries.invalidateQueries();
      if (result.state === 'done') {
        onEnd();
      } else {
        setFailure(new Refused(422, result.sentences));
      }
    },
    [onEnd, queries],
  );
  return (
    <div className="clear-both border-y border-brass bg-brass-wash px-5 py-3">
      <div className="flex flex-wrap items-center gap-3">
        <span className="id font-semibold">{file.name}</span>
        <span className="text-soft">
          {size(file.size)}
          {props.more > 0 && `, ${props.more} more to come`}
        </span>
        <label>
          comes from{' '}
          <select
            className="field"
            value={application}
            onChange={(event) => setApplication(event.target.value)}
            disabled={job !== null || sending}
          >
            <option value="">the whole organisation</option>
            {props.applications.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </select>
        </label>
        {job === null && (
          <>
            <button
              type="button"
              className="act act-first"
              onClick={() => void take()}
              disabled={sending}
            >
              {sending ? 'Receiving …' : 'Receive it'}
            </button>
            <button type="button" className="act" onClick={onEnd}>
              Leave it
            </button>
          </>
        )}
        {job !== null && <JobProgress id={job} onEnd={ended} />}
      </div>
      {failure !== null && (
        <div className="mt-3">
          <Sentences error={failure} />
        </div>
      )}
    </div>
  );
}
