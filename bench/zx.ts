import { countCells } from '../src/core/count/count-cells.js';
import { stretchesOf, append, layGroups } from '../src/core/count/kernel/stretch.js';
import { kernel, AT } from '../src/core/count/kernel/kernel.js';
export function main() {
  const n = 10_000_000;
  const mk = (m: number, s: number) => {
    const v = new Uint8Array(new SharedArrayBuffer(n));
    let x = s;
    for (let i = 0; i < n; i++) {
      x = (Math.imul(x, 1664525) + 1013904223) >>> 0;
      v[i] = (x >>> 16) % m;
    }
    return { kind: 'coded' as const, values: v, codes: Array.from({ length: m - 1 }, (_, k) => String(k)) };
  };
  const a = mk(6, 1),
    b = mk(7, 2);
  const time = (name: string, f: () => void) => {
    const t: number[] = [];
    for (let r = 0; r < 15; r++) {
      const s = performance.now();
      f();
      t.push(performance.now() - s);
    }
    t.sort((x, y) => x - y);
    console.log(name, t[0]!.toFixed(1), t[7]!.toFixed(1));
  };
  time('all', () => {
    countCells([a], [b], { respondents: n, mask: null, weight: null });
  });
  const own = kernel(1 << 20);
  time('groups', () => {
    for (const s of stretchesOf(n)) layGroups(own, s, [b], null, 2);
  });
  time('append', () => {
    for (const s of stretchesOf(n)) append(own, s, a, [AT.cells, AT.groups], 6, 2);
  });
  time('count', () => {
    for (const s of stretchesOf(n)) own.loops.countTwos(AT.cells, s.length, AT.tables);
  });
  time('set', () => {
    for (const s of stretchesOf(n)) own.bytes.set(a.values.subarray(s.from, s.to), AT.values);
  });
  time('loop', () => {
    for (const s of stretchesOf(n)) own.loops.append8to16(AT.cells, AT.groups, AT.values, s.length, 6);
  });
}
import { countParts, tellParts, partsOfJob } from '../src/service/worker/count-job.js';
export function parts() {
  const n = 10_000_000;
  const mk = (m: number, s: number) => {
    const v = new Uint8Array(new SharedArrayBuffer(n));
    let x = s;
    for (let i = 0; i < n; i++) {
      x = (Math.imul(x, 1664525) + 1013904223) >>> 0;
      v[i] = (x >>> 16) % m;
    }
    return { kind: 'coded' as const, values: v, codes: Array.from({ length: m - 1 }, (_, k) => String(k)) };
  };
  const cols = [mk(6, 1), mk(7, 2)];
  const columns = {
    column: (id: number) => cols[id]!,
    places: () => {
      throw new Error();
    },
  } as any;
  const job = {
    file: 'x',
    respondents: n,
    rows: [{ column: 0, title: 'a', slots: null, nets: [], described: null }],
    nests: [[{ column: 1, title: 'b', missing: [] }]],
    within: null,
    only: [],
    weight: null,
  } as any;
  const time = (name: string, f: () => void) => {
    const t: number[] = [];
    for (let r = 0; r < 15; r++) {
      const s = performance.now();
      f();
      t.push(performance.now() - s);
    }
    t.sort((x, y) => x - y);
    console.log(name, t[0]!.toFixed(2), t[7]!.toFixed(2));
  };
  const { parts } = partsOfJob(job, columns);
  time('countParts', () => countParts(job, columns, parts));
  const c = countParts(job, columns, parts);
  time('tell', () => tellParts(job, columns, c));
  time('partsOfJob', () => partsOfJob(job, columns));
  time('clone', () => structuredClone({ columns: new Map(cols.map((x, k) => [k, x])), job, parts }));
}
export function tiny() {
  const n = 100;
  const mk = (m: number, s: number) => {
    const v = new Uint8Array(new SharedArrayBuffer(n));
    let x = s;
    for (let i = 0; i < n; i++) {
      x = (Math.imul(x, 1664525) + 1013904223) >>> 0;
      v[i] = (x >>> 16) % m;
    }
    return { kind: 'coded' as const, values: v, codes: Array.from({ length: m - 1 }, (_, k) => String(k)) };
  };
  const cols = [mk(6, 1), mk(7, 2)];
  const columns = {
    column: (id: number) => cols[id]!,
    places: () => {
      throw new Error();
    },
  } as any;
  const job = {
    file: 'x',
    respondents: n,
    rows: [{ column: 0, title: 'a', slots: null, nets: [], described: null }],
    nests: [[{ column: 1, title: 'b', missing: [] }]],
    within: null,
    only: [],
    weight: null,
  } as any;
  const { parts } = partsOfJob(job, columns);
  for (let k = 0; k < 2000; k++) countParts(job, columns, parts);
  let s = performance.now();
  for (let k = 0; k < 2000; k++) countParts(job, columns, parts);
  console.log('tiny', (performance.now() - s) / 2000);
  const c = countParts(job, columns, parts);
  s = performance.now();
  for (let k = 0; k < 2000; k++) tellParts(job, columns, c);
  console.log('tell', (performance.now() - s) / 2000);
  s = performance.now();
  for (let k = 0; k < 2000; k++) countCells([cols[0]!], [cols[1]!], { respondents: n, mask: null, weight: null });
  console.log('cells', (performance.now() - s) / 2000);
  s = performance.now();
  for (let k = 0; k < 2000; k++) kernel(32768);
  console.log('kernel', (performance.now() - s) / 2000);
}
