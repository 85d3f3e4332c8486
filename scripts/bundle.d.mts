/** Bundles entries for Node, `{name: file}`, as `name.mjs` in a folder; packages stay outside. */
export function bundleForNode(entryPoints: Readonly<Record<string, string>>, outdir: string): Promise<void>;
