/** In which manner an account holds, or does not hold, a permission. */
export interface Manner {
  held: boolean;
  direct: boolean;
  role: boolean;
  nested: boolean;
  level: boolean;
  limited: boolean;
  denied: boolean;
  used: boolean;
}

/** The shape that says it: shapes, not colours, tell how access is held. */
export type Shape = 'none' | 'role' | 'nested' | 'itself' | 'part' | 'denied' | 'above';

/** Reads the two hexadecimal digits of one cell of a row. */
export function mannerAt(row: string, column: number): Manner {
  const flags = Number.parseInt(row.slice(column * 2, column * 2 + 2) || '0', 16);
  return {
    held: (flags & 1) !== 0,
    direct: (flags & 2) !== 0,
    role: (flags & 4) !== 0,
    nested: (flags & 8) !== 0,
    level: (flags & 16) !== 0,
    limited: (flags & 32) !== 0,
    denied: (flags & 64) !== 0,
    used: (flags & 128) !== 0,
  };
}

export function shapeOf(manner: Manner): Shape {
  const allowed = manner.direct || manner.role || manner.nested;
  if (!manner.held) {
    return manner.denied ? 'denied' : allowed ? 'above' : 'none';
  }
  if (manner.limited || manner.denied) {
    return 'part';
  }
  return manner.direct ? 'itself' : manner.role ? 'role' : 'nested';
}

/** The same in words, for whoever cannot see the shape or wants to be sure. */
export function wordsOf(manner: Manner): string {
  const by = [
    manner.direct && 'a grant to itself',
    manner.role && 'a role',
    manner.nested && 'a nested role',
  ].filter(Boolean);
  if (!manner.held) {
    return manner.denied
      ? by.length > 0
        ? `denied, though allowed by ${by.join(' and ')}`
        : 'denied'
      : by.length > 0
        ? `above its ceiling, though allowed by ${by.join(' and ')}`
        : 'not held';
  }
  return [
    `held by ${by.join(' and ')}`,
    manner.level && 'through a higher level or a pattern',
    manner.limited && 'limited by a ceiling',
    manner.denied && 'denied in part',
    manner.used && 'used lately',
  ]
    .filter(Boolean)
    .join(', ');
}
