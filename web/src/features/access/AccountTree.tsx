import { Link, useParams } from 'react-router';
import type { AccessApplication, PermissionLine } from '../../shared/api/accessTypes';
import { count, counted } from '../../shared/model/format';
import { Cite, Waiting } from '../../shared/ui';
import { type Branch, toTree } from './tree';
import { useAccount } from './useAccess';

interface Props {
  application: AccessApplication;
  params: URLSearchParams;
  onSet: (changes: Record<string, string>) => void;
}

/** Everything one account can do, as a tree of resources, and the policies that reach it. */
export function AccountTree({ application, params, onSet }: Props) {
  const account = params.get('account') ?? '';
  const data = useAccount(application.id, account);
  const unused = data.data?.lines.filter((line) => !line.lastUsed).length ?? 0;
  return (
    <div className="grid min-h-0 grid-cols-[minmax(0,7fr)_minmax(300px,4fr)]">
      <section className="overflow-auto p-4" aria-label="What it can do" tabIndex={0}>
        <label className="mb-3 flex items-center gap-2">
          Account
          <input
            key={account}
            className="field w-64"
            defaultValue={account}
            placeholder="Key of an account, then Enter"
            onKeyDown={(event) =>
              event.key === 'Enter' && onSet({ account: event.currentTarget.value.trim() })
            }
          />
        </label>
        {account === '' && (
          <p className="text-soft">
            Type an account’s key, or choose a cell in the grid and follow “all it can do”.
          </p>
        )}
        {account !== '' && !data.data && <Waiting error={data.error} what="the account" />}
        {data.data && (
          <>
            <h2 className="head">
              <span className="font-mono">{data.data.key}</span> {data.data.name}:{' '}
              {counted(data.data.lines.length, 'permission')}{' '}
              {data.data.usable ? 'usable' : 'held, not usable'}
              {application.usageKnown && `, ${count(unused)} never used on record`}
            </h2>
            {toTree(data.data.lines).map((branch) => (
              <BranchRows
                key={branch.path}
                branch={branch}
                application={application}
                account={data.data.key}
              />
            ))}
          </>
        )}
      </section>
      <section
        className="overflow-auto border-l border-rule bg-sheet p-4"
        aria-label="Policies"
        tabIndex={0}
      >
        <h2 className="head">Policies that reach it</h2>
        <table className="plain-table">
          <tbody>
            {data.data?.policies.map((one) => (
              <tr key={`${one.setting}${one.place.row}`}>
                <td>
                  {one.setting} <b className="id">{one.value}</b>
                  <span className="block text-soft">
                    {one.policy}, imposed on{' '}
                    {one.holder ? <span className="id">{one.holder}</span> : 'everyone'}
                  </span>
                </td>
                <td className="text-right">
                  <Cite place={one.place} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {data.data?.policies.length === 0 && (
          <p className="text-soft">No enforced policy of this application reaches it.</p>
        )}
      </section>
    </div>
  );
}

function BranchRows(props: {
  branch: Branch<PermissionLine>;
  application: AccessApplication;
  account: string;
}) {
  const { snapshot } = useParams();
  const { branch } = props;
  const to = (line: PermissionLine) =>
    `/s/${snapshot}/access?${new URLSearchParams({
      application: props.application.id,
      accounts: props.account,
      held: 'true',
      account: props.account,
      permission: `${line.resource}|${line.action}`,
    })}`;
  return (
    <details open className="ml-3 border-l border-rule-light pl-2">
      <summary className="cursor-default py-0.5">
        <b>{branch.name}</b> <span className="text-xs text-soft">{count(branch.below)}</span>
      </summary>
      {branch.lines.map((line) => (
        <p key={line.action} className="ml-4 flex flex-wrap gap-x-3 py-0.5">
          <Link className="door" to={to(line)} title="Why: open the trace">
            {line.action}
          </Link>
          {line.sensitivity && (
            <span className={line.sensitivity === 'critical' ? 'text-oxblood' : 'text-soft'}>
              {line.sensitivity}
            </span>
          )}
          <span className="id">
            {line.scopes.map((scope) => scope || 'everywhere').join(', ')}
            {line.except.length > 0 && ` except ${line.except.join(', ')}`}
          </span>
          {props.application.usageKnown && (
            <span className="text-soft">
              {line.lastUsed ? `last used ${line.lastUsed}` : 'no use on record'}
            </span>
          )}
        </p>
      ))}
      {branch.children.map((child) => (
        <BranchRows key={child.path} {...props} branch={child} />
      ))}
    </details>
  );
}
