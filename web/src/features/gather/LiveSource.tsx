import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useCallback, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, Refused } from '../../shared/api/client';
import type { ApplicationView, Begun, JobView, StandIn } from '../../shared/api/types';
import { Dialog, JobProgress, Sentences } from '../../shared/ui';

const EMPTY = {
  protocol: 'ldap' as 'ldap' | 'scim',
  application: '',
  host: '',
  port: '636',
  protection: 'ldaps',
  certificate: '',
  bindDn: '',
  password: '',
  base: '',
  filter: '',
  attributes: '',
  address: 'https://',
  resource: 'Users',
  token: '',
};

/** Reads a directory or a SCIM service; what is read is kept as a file first and lies on the desk. */
export function LiveSource(props: { applications: ApplicationView[]; onClose: () => void }) {
  const { snapshot } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [form, setForm] = useState(EMPTY);
  const [job, setJob] = useState<number | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const address = `/api/snapshots/${snapshot}/live`;
  const standIns = useQuery({
    queryKey: ['live', snapshot],
    queryFn: () => api.get<StandIn[]>(address),
  });
  const set = (change: Partial<typeof EMPTY>) => setForm((before) => ({ ...before, ...change }));
  const start = async () => {
    setFailure(null);
    const { protocol, port, resource, token, address: service, ...rest } = form;
    const shared = {
      application: rest.application,
      filter: rest.filter,
      certificate: rest.certificate,
    };
    const asked =
      protocol === 'ldap'
        ? { ...rest, port: Number.parseInt(port, 10) || 0 }
        : { ...shared, address: service, resource, token };
    try {
      setJob((await api.post<Begun>(`${address}/${protocol}`, asked)).id);
    } catch (error) {
      setFailure(error);
    }
  };
  const ended = useCallback(
    (result: JobView) => {
      setJob(null);
      if (result.state === 'done' && result.result !== null) {
        void queries.invalidateQueries();
        navigate(`/s/${snapshot}/gather/${result.result}/desk`);
      } else {
        setFailure(new Refused(422, result.sentences));
      }
    },
    [navigate, queries, snapshot],
  );
  const field = (key: keyof typeof EMPTY, label: string, more: object = {}) => (
    <Row label={label}>
      <input
        className="field w-full"
        aria-label={label}
        value={form[key]}
        onChange={(event) => set({ [key]: event.target.value })}
        {...more}
      />
    </Row>
  );
  return (
    <Dialog title="Read a live source" onClose={props.onClose}>
      <form
        className="space-y-2"
        onSubmit={(event) => {
          event.preventDefault();
          void start();
        }}
      >
        {standIns.data?.map((one) => (
          <button
            key={one.protocol}
            type="button"
            className="act mr-2"
            onClick={() =>
              set(
                one.protocol === 'ldap'
                  ? {
                      protocol: 'ldap',
                      application: 'directory',
                      host: one.host,
                      port: String(one.port),
                      protection: 'none',
                      base: one.base,
                      bindDn: one.bindDn,
                      password: one.secret,
                      filter: '(objectClass=inetOrgPerson)',
                    }
                  : {
                      protocol: 'scim',
                      application: 'freight',
                      address: one.address,
                      token: one.secret,
                      filter: '',
                    },
              )
            }
          >
            Try with the {one.about}
          </button>
        ))}
        <Row label="speaks">
          <select
            className="field w-full"
            aria-label="Protocol"
            value={form.protocol}
            onChange={(event) => set({ protocol: event.target.value === 'scim' ? 'scim' : 'ldap' })}
          >
            <option value="ldap">LDAP, a directory</option>
            <option value="scim">SCIM 2.0, users or groups of a service</option>
          </select>
        </Row>
        <Row label="belongs to">
          <select
            className="field w-full"
            aria-label="Application of the source"
            value={form.application}
            onChange={(event) => set({ application: event.target.value })}
          >
            <option value="">the whole organisation</option>
            {props.applications.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </select>
        </Row>
        {form.protocol === 'ldap' ? (
          <>
            {field('host', 'Host', { required: true })}
            {field('port', 'Port', { required: true, inputMode: 'numeric' })}
            <Row label="Protection">
              <select
                className="field w-full"
                aria-label="Protection"
                value={form.protection}
                onChange={(event) => set({ protection: event.target.value })}
              >
                <option value="ldaps">TLS from the first byte</option>
                <option value="starttls">TLS after a start (StartTLS)</option>
                <option value="none">none: name and password go in the open</option>
              </select>
            </Row>
            {field('bindDn', 'Signs in as', { placeholder: 'cn=auditor,dc=example' })}
            {field('password', 'Password', { type: 'password', autoComplete: 'off' })}
            {field('base', 'Base', { placeholder: 'dc=example' })}
            {field('filter', 'Filter', { placeholder: 'all entries' })}
            {field('attributes', 'Attributes', { placeholder: 'all' })}
          </>
        ) : (
          <>
            {field('address', 'Address', { required: true })}
            <Row label="Reads">
              <select
                className="field w-full"
                aria-label="Reads"
                value={form.resource}
                onChange={(event) => set({ resource: event.target.value })}
              >
                <option>Users</option>
                <option>Groups</option>
              </select>
            </Row>
            {field('token', 'Token', { type: 'password', autoComplete: 'off' })}
            {field('filter', 'Filter', { placeholder: 'none' })}
          </>
        )}
        <Row label="Certificate">
          <textarea
            className="field w-full font-mono"
            rows={2}
            aria-label="Certificate"
            placeholder="in PEM, when the source signs its own"
            value={form.certificate}
            onChange={(event) => set({ certificate: event.target.value })}
          />
        </Row>
        <p className="text-soft">
          What is read is kept as a file, hashed, and laid on the reading desk. Passwords and tokens
          are used once and kept nowhere.
        </p>
        <div className="flex items-center gap-3">
          <button type="submit" className="act act-first" disabled={job !== null}>
            Read it
          </button>
          {job !== null && <JobProgress id={job} onEnd={ended} />}
        </div>
        <Sentences error={failure} />
      </form>
    </Dialog>
  );
}

function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[110px_minmax(0,1fr)] items-baseline gap-2">
      <span className="text-soft">{label}</span>
      {children}
    </div>
  );
}
