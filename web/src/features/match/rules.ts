import type { MatchLine, Rule, RulingView, SuggestionView } from '../../shared/api/matchTypes';

/** The rule that leaves everything as it is known; a decision changes one thing of it. */
function asKnown(line: MatchLine): Rule {
  return {
    application: line.application,
    account: line.account,
    person: line.ruling?.person ?? null,
    owner: line.ruling?.owner ?? null,
    not: line.ruling?.not ?? [],
    reason: line.ruling?.reason ?? '',
    seen: line.ruling,
  };
}

export function belongsTo(line: MatchLine, person: string): Rule {
  return {
    ...asKnown(line),
    person,
    not: (line.ruling?.not ?? []).filter((id) => id !== person),
    reason: '',
  };
}

export function belongsToNobody(line: MatchLine, reason: string): Rule {
  return { ...asKnown(line), person: '', reason };
}

export function isNot(line: MatchLine, person: string): Rule {
  const known = asKnown(line);
  return {
    ...known,
    person: known.person === person ? null : known.person,
    not: [...new Set([...known.not, person])],
  };
}

export function ownedBy(line: MatchLine, owner: string): Rule {
  return { ...asKnown(line), owner };
}

/** What takes a rule back: what was known before it, on the ground that the rule is known now. */
export function takesBack(rule: Rule): Rule {
  const before: RulingView | null = rule.seen;
  const now: RulingView | null =
    rule.person === null && rule.owner === null && rule.not.length === 0
      ? null
      : { person: rule.person, owner: rule.owner, not: rule.not, reason: rule.reason };
  return {
    application: rule.application,
    account: rule.account,
    person: before?.person ?? null,
    owner: before?.owner ?? null,
    not: before?.not ?? [],
    reason: before?.reason ?? '',
    seen: now,
  };
}

/** The one suggestion that a declared rule stands behind, when there is exactly one. */
export function sureOf(line: MatchLine): SuggestionView | null {
  const sure = line.suggestions.filter((one) => one.sure);
  return sure.length === 1 ? (sure[0] ?? null) : null;
}

/** Whether what the account and the person say is alike, so that the eye finds it. */
export function agrees(one: string, other: string): boolean {
  return one !== '' && one.trim().toLowerCase() === other.trim().toLowerCase();
}
