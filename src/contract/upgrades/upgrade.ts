/* What upgrades of saved songs are made of. What is not of the expected kind stays, for the check to refuse. */
/** An object of an older version. */
export type Old = Readonly<Record<string, unknown>>;

/** An object after a change; anything else as it is. */
export function changed(value: unknown, change: (old: Old) => Old): unknown {
  return typeof value === 'object' && value !== null && !Array.isArray(value) ? change(value as Old) : value;
}

/** A list with every object in it changed; anything else as it is. */
export function each(value: unknown, change: (old: Old) => Old): unknown {
  return Array.isArray(value) ? value.map((item) => changed(item, change)) : value;
}
