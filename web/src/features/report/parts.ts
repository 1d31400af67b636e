/** The parts with one moved by some places; the same list when it is at the end already. */
export function moved(parts: string[], part: string, by: number): string[] {
  const at = parts.indexOf(part);
  const to = at + by;
  if (at < 0 || to < 0 || to >= parts.length) {
    return parts;
  }
  const next = parts.filter((one) => one !== part);
  next.splice(to, 0, part);
  return next;
}

/** The parts with one put in at the end, or taken out. */
export function toggled(parts: string[], part: string): string[] {
  return parts.includes(part) ? parts.filter((one) => one !== part) : [...parts, part];
}
