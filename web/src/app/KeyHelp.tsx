import { Dialog } from '../shared/ui/Dialog';

const KEYS: [string, [string, string][]][] = [
  [
    'Everywhere',
    [
      ['Ctrl K', 'find a person, account, role, check or file'],
      ['?', 'this list'],
      ['Esc', 'close what is open'],
    ],
  ],
  [
    'Match',
    [
      ['↓ or J', 'next account'],
      ['↑ or K', 'the one before'],
      ['1 to 5', 'it belongs to that person'],
      ['R', 'not the first one'],
      ['P', 'somebody else'],
      ['O', 'name an owner'],
      ['N', 'nobody’s'],
      ['U', 'take the last decision back'],
    ],
  ],
  [
    'Access',
    [
      ['← → ↑ ↓', 'next cell, and its trace'],
      ['Esc', 'close the trace'],
    ],
  ],
  [
    'Sign-ins',
    [
      ['↓ or J', 'next attempt'],
      ['↑ or K', 'the one before'],
      ['Esc', 'close the attempt'],
    ],
  ],
  [
    'Reviews',
    [
      ['↓ ↑', 'next item, the one before'],
      ['→', 'next person with something left'],
      ['K', 'keep'],
      ['W', 'withdraw'],
      ['R', 'reduce'],
      ['N', 'not mine'],
      ['A', 'keep all of this person without a mark'],
      ['U', 'undo'],
    ],
  ],
  [
    'Findings',
    [
      ['↓ or J', 'next finding'],
      ['↑ or K', 'the one before'],
      ['X', 'mark it, to decide many at once'],
      ['*', 'mark all that are shown, or none'],
      ['F', 'fix'],
      ['A', 'accept until a day'],
      ['N', 'not a finding'],
      ['Q', 'ask somebody'],
      ['U', 'take the last decision back'],
      ['/', 'search in the list'],
    ],
  ],
];

export function KeyHelp({ onClose }: { onClose: () => void }) {
  return (
    <Dialog title="Keys" onClose={onClose}>
      {KEYS.map(([place, keys]) => (
        <section key={place} className="mb-4">
          <h3 className="head">{place}</h3>
          <table className="plain-table">
            <tbody>
              {keys.map(([key, what]) => (
                <tr key={key}>
                  <td className="id w-28">{key}</td>
                  <td>{what}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
    </Dialog>
  );
}
