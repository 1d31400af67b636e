import type { Hit } from '../shared/api/types';

const PAGES = [
  { name: 'Standing', to: 'standing' },
  { name: 'Gather: received evidence', to: 'gather' },
  { name: 'Match: whose accounts are', to: 'match' },
  { name: 'Findings', to: 'findings' },
  { name: 'Access: who can do what, and why', to: 'access' },
  { name: 'Sign-ins and sessions', to: 'sign-ins' },
  { name: 'Changes: who gave what to whom', to: 'changes' },
  { name: 'Conflicts', to: 'conflicts' },
  { name: 'Checks', to: 'checks' },
  { name: 'Watches', to: 'watches' },
  { name: 'Certify: rounds', to: 'certify' },
  { name: 'Report', to: 'report' },
  { name: 'Journal', to: '/journal' },
];

/** The pages whose name holds the text; all of them while nothing is typed. */
export function pagesFitting(text: string) {
  const wanted = text.toLowerCase();
  return PAGES.filter((page) => page.name.toLowerCase().includes(wanted));
}

/**
 * Where a hit leads, below the audit's address: people to their card, accounts and checks to their
 * findings, roles and files to the evidence itself.
 */
export function addressOf(hit: Hit): string {
  switch (hit.kind) {
    case 'person':
      return `people/${encodeURIComponent(hit.key)}`;
    case 'account':
      return `findings?text=${encodeURIComponent(hit.key)}`;
    case 'check':
      return `findings?check=${encodeURIComponent(hit.key)}`;
    case 'role':
    case 'file':
      return `gather/${hit.evidenceId}${hit.row ? `?row=${hit.row}` : ''}`;
  }
}
