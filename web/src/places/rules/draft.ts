/** A rulebook as its file has it. What is absent means what the file's form says. */
export interface RuleOf {
  action: string;
  system: string;
  group: string;
  channel?: string;
  points: number;
  factors?: string[];
  oneOf?: string[][];
  paths?: number;
  secondPerson?: boolean;
  instead?: boolean;
  handover?: string[];
  linkCode?: boolean;
}

export interface MethodOf {
  factor: string;
  points: number;
  failed: number;
  work: number;
  wait: number;
  relayed?: boolean;
}

export interface Caps {
  knows: number;
  relayed: number;
  recentPath: number;
  counting: number;
}

export interface Book {
  name?: string;
  checks: Record<string, MethodOf>;
  caps: Caps;
  recentPathDays: number;
  validMinutes: number;
  signals: Record<string, number | "stop">;
  rules: RuleOf[];
}

/** A rule while it is changed; without `was` it is new. */
export interface EditedRule {
  key: number;
  was?: RuleOf;
  now: RuleOf;
}

/** A rulebook while it is changed, beside the one in force. */
export interface Draft extends Omit<Book, "rules"> {
  rules: EditedRule[];
}

export const readBook = (content: string) => JSON.parse(content) as Book;

export function draftOf(book: Book, inForce: Book): Draft {
  const left = [...inForce.rules];
  return {
    ...book,
    rules: book.rules.map((now, key) => {
      const at = left.findIndex((one) => sameMatch(one, now));
      const [was] = at < 0 ? [] : left.splice(at, 1);
      return was ? { key, was, now } : { key, now };
    }),
  };
}

const sameMatch = (one: RuleOf, other: RuleOf) =>
  one.action === other.action &&
  one.system === other.system &&
  one.group === other.group &&
  (one.channel ?? "*") === (other.channel ?? "*");

export const fileOf = (draft: Draft) =>
  JSON.stringify({ ...draft, rules: draft.rules.map((rule) => rule.now) }, null, 2);

export function setRule(draft: Draft, key: number, change: Partial<RuleOf>): Draft {
  return {
    ...draft,
    rules: draft.rules.map((rule) =>
      rule.key === key ? { ...rule, now: { ...rule.now, ...change } } : rule,
    ),
  };
}

export const removeRule = (draft: Draft, key: number): Draft => ({
  ...draft,
  rules: draft.rules.filter((rule) => rule.key !== key),
});

export function addRule(draft: Draft): Draft {
  const key = 1 + Math.max(-1, ...draft.rules.map((rule) => rule.key));
  const now = { action: "temporary-password", system: "*", group: "*", points: 40, paths: 2 };
  return { ...draft, rules: [...draft.rules, { key, now }] };
}

export const setMethod = (draft: Draft, id: string, change: Partial<MethodOf>): Draft => ({
  ...draft,
  checks: Object.fromEntries(
    Object.entries(draft.checks).map(([one, method]) => [
      one,
      one === id ? { ...method, ...change } : method,
    ]),
  ),
});

export const setCap = (draft: Draft, change: Partial<Caps>): Draft => ({
  ...draft,
  caps: { ...draft.caps, ...change },
});

export const setSignal = (draft: Draft, id: string, points: number | "stop"): Draft => ({
  ...draft,
  signals: { ...draft.signals, [id]: points },
});

/** Of lists that may be added to and taken from. */
export const toggled = (list: string[], one: string) =>
  list.includes(one) ? list.filter((other) => other !== one) : [...list, one];

export function or(words: string[]): string {
  if (words.length < 2) return words.join("");
  return `${words.slice(0, -1).join(", ")} or ${words.at(-1)}`;
}
