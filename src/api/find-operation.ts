import type { Operation } from './operation.js';

/** Where a path leads: the operations under it by method, and what stands in its parts; null: nowhere. */
export interface Route {
  operations: ReadonlyMap<string, Operation>;
  params: Readonly<Record<string, string>>;
}

const partsOf = (path: string) => path.split('/').filter((part) => part !== '');
const nameIn = (part: string) => /^\{(\w+)\}$/.exec(part)?.[1] ?? null;

/** Operations that share a path. */
interface SharedPath {
  parts: readonly string[];
  operations: Map<string, Operation>;
}

/** What stands in the parts of a path; null: it is another path. */
function paramsIn(template: readonly string[], parts: readonly string[]): Record<string, string> | null {
  if (template.length !== parts.length) return null;
  const params: Record<string, string> = {};
  for (const [k, part] of template.entries()) {
    const name = nameIn(part);
    const given = parts[k] ?? '';
    if (name !== null) params[name] = given;
    else if (part !== given) return null;
  }
  return params;
}

/** Paths whose words are plain stand before those with names in the same places. */
function plainFirst(path: SharedPath, other: SharedPath): number {
  const places = ({ parts }: SharedPath) => parts.map((part) => (nameIn(part) === null ? '0' : '1')).join('');
  return places(path).localeCompare(places(other));
}

/** The parts of a path, each decoded by itself: a slash in a part is no border. Null where one cannot be decoded. */
function decodedParts(path: string): string[] | null {
  try {
    return partsOf(path).map(decodeURIComponent);
  } catch {
    return null;
  }
}

/**
 * Finds operations by their path.
 * @returns a function from a path under /api/v1, as it stands in an address, to where it leads
 * @example findOperation(OPERATIONS)('/studies/fernhill') // { operations: get, patch, delete; params: { study } }
 */
export function findOperation(operations: readonly Operation[]): (path: string) => Route | null {
  const byPath = new Map<string, SharedPath>();
  for (const operation of operations) {
    const shared = byPath.get(operation.path) ?? { parts: partsOf(operation.path), operations: new Map() };
    shared.operations.set(operation.method.toUpperCase(), operation);
    byPath.set(operation.path, shared);
  }
  const paths = [...byPath.values()].sort(plainFirst);
  return (path) => {
    const parts = decodedParts(path);
    if (!parts) return null;
    for (const shared of paths) {
      const params = paramsIn(shared.parts, parts);
      if (params) return { operations: shared.operations, params };
    }
    return null;
  };
}
