import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, normalize, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));

/** Which folders of a source tree import from which others; tests and what they share are left out. */
function arrows(root: string): Map<string, Set<string>> {
  const found = new Map<string, Set<string>>();
  for (const entry of readdirSync(root, { recursive: true, withFileTypes: true })) {
    const path = relative(root, join(entry.parentPath, entry.name));
    if (!entry.isFile() || !path.endsWith('.ts') || /\.test\.|^testing/u.test(path)) continue;
    const [from, ...inside] = path.split('/');
    if (inside.length === 0) continue;
    for (const [, to] of readFileSync(join(root, path), 'utf8').matchAll(/from '(\.[^']+)'/gu)) {
      const [folder, ...rest] = normalize(join(dirname(path), to!)).split('/');
      if (rest.length === 0 || folder === from || folder === '..' || folder === 'testing') continue;
      found.set(from!, (found.get(from!) ?? new Set()).add(folder!));
    }
  }
  return found;
}

/** The first circle of folders that is met; none where there is none. */
function circleIn(graph: Map<string, Set<string>>): string[] | null {
  const done = new Set<string>();
  const walk = (folder: string, way: string[]): string[] | null => {
    if (way.includes(folder)) return [...way.slice(way.indexOf(folder)), folder];
    if (done.has(folder)) return null;
    for (const next of graph.get(folder) ?? []) {
      const circle = walk(next, [...way, folder]);
      if (circle) return circle;
    }
    done.add(folder);
    return null;
  };
  for (const folder of graph.keys()) {
    const circle = walk(folder, []);
    if (circle) return circle;
  }
  return null;
}

describe('the folders', () => {
  it.each(['core/src', 'server/src'])('of %s import each other in no circle', (root) => {
    const graph = arrows(join(ROOT, root));
    expect(graph.size).toBeGreaterThan(8);
    expect(circleIn(graph)).toBeNull();
  });

  it('would be caught in one', () => {
    expect(
      circleIn(
        new Map([
          ['a', new Set(['b'])],
          ['b', new Set(['c'])],
          ['c', new Set(['b'])],
        ]),
      ),
    ).toEqual(['b', 'c', 'b']);
  });
});
