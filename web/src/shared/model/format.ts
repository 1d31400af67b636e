const whole = new Intl.NumberFormat('en-US');

/** `1,214`: counts, tabular on screen. */
export function count(value: number): string {
  return whole.format(value);
}

/** `1 finding`, `3 findings`. */
export function counted(value: number, one: string, many = `${one}s`): string {
  return `${count(value)} ${value === 1 ? one : many}`;
}

/** One decimal, never rounded up to a clean 100. Null means that nothing was tested. */
export function percent(value: number | null): string {
  if (value === null) {
    return 'not tested';
  }
  const shown = value < 100 ? Math.min(99.9, Math.round(value * 10) / 10) : 100;
  return shown.toFixed(1);
}

/** `48 KB`: sizes by thousands, as file managers show them. */
export function size(bytes: number): string {
  if (bytes < 1000) {
    return `${bytes} bytes`;
  }
  const units = ['KB', 'MB', 'GB'];
  let value = bytes / 1000;
  let unit = 0;
  while (value >= 999.5 && unit < units.length - 1) {
    value /= 1000;
    unit++;
  }
  return `${value < 10 ? value.toFixed(1) : Math.round(value)} ${units[unit]}`;
}

/** `9f3c…e1a7`: enough of a hash to compare by eye. */
export function shortHash(sha256: string): string {
  return `${sha256.slice(0, 4)}…${sha256.slice(-4)}`;
}

/** `2026-07-01 06:00` in the reader's own time. */
export function minute(iso: string): string {
  const at = new Date(iso);
  const two = (value: number) => String(value).padStart(2, '0');
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())} ${two(at.getHours())}:${two(at.getMinutes())}`;
}
