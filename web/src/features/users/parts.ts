/** The parts and what each may do, in the order of how much. */
export const PARTS: [string, string, string][] = [
  ['lead', 'lead auditor', 'everything, users and watches included'],
  ['auditor', 'auditor', 'everything in the audits'],
  ['reader', 'reader', 'reads the audits, changes nothing'],
  ['reviewer', 'reviewer', 'decides on the own items of rounds, sees nothing else'],
  ['fixer', 'fixer', 'carries out the fixes of named applications, sees nothing else'],
];

export function partWords(part: string): string {
  return PARTS.find(([id]) => id === part)?.[1] ?? part;
}
