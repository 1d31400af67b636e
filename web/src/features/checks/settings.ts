import type { CheckView, Curve, SettingView } from '../../shared/api/checkTypes';

export const NOTHING: SettingView = { enabled: null, severity: null, values: {} };

/** What is set for a check in a place; for the whole audit where no place is chosen. */
export function settingOf(check: CheckView, application: string): SettingView {
  if (!application) {
    return check.setting;
  }
  return check.places.find((place) => place.application === application)?.setting ?? NOTHING;
}

/** The words of a parameter that hold in a place: set there, else for the audit, else the standard. */
export function valuesOf(check: CheckView, application: string, parameter: string): string[] {
  return (
    settingOf(check, application).values[parameter] ??
    check.setting.values[parameter] ??
    check.parameters.find((one) => one.name === parameter)?.standard ??
    []
  );
}

/** The words of a list as one writes them: separated by commas. */
export function words(text: string): string[] {
  return text
    .split(',')
    .map((word) => word.trim())
    .filter((word) => word !== '');
}

export function isSame(one: SettingView, other: SettingView): boolean {
  const keys = new Set([...Object.keys(one.values), ...Object.keys(other.values)]);
  return (
    one.enabled === other.enabled &&
    one.severity === other.severity &&
    [...keys].every((key) => one.values[key]?.join() === other.values[key]?.join())
  );
}

/** How many subjects lie between one value of the number and the next. */
export interface Bin {
  from: number;
  /** Excluded; null for the last. */
  to: number | null;
  count: number;
  isFlagged: boolean;
}

/**
 * The distribution behind a threshold. Most checks flag from the threshold upwards, some downwards: the
 * figures tell which, for what is flagged can only shrink in one direction.
 */
export function bins(curve: Curve, threshold: number): { bins: Bin[]; isUpwards: boolean } {
  const points = [...curve.points].sort((a, b) => a.at - b.at);
  const first = points[0]?.flagged ?? 0;
  const last = points.at(-1)?.flagged ?? 0;
  const isUpwards = first >= last;
  const result = points.map((point, index) => {
    const next = points[index + 1];
    const end = next ? next.flagged : isUpwards ? 0 : point.flagged;
    return {
      from: point.at,
      to: next ? next.at : null,
      count: Math.abs(point.flagged - end),
      isFlagged: isUpwards ? point.at >= threshold : (next?.at ?? point.at) <= threshold,
    };
  });
  return { bins: result, isUpwards };
}

/** What a threshold flags, when the curve knows it exactly; null between its points. */
export function flaggedAt(curve: Curve, threshold: number): number | null {
  return curve.points.find((point) => point.at === threshold)?.flagged ?? null;
}
