import { lane } from '../src/service/jobs/lane.js';
export async function main() {
  const l = lane('/work/main/dist/cli/worker.js', 'thread', 1, 1);
  const limits = { lane: 'count', words: 'x', seconds: 30, memory: Infinity, grace: 2 } as any;
  const cols = new Map([
    [0, { kind: 'coded' as const, values: new Uint8Array(new SharedArrayBuffer(100)), codes: ['a'] }],
    [1, { kind: 'coded' as const, values: new Uint8Array(new SharedArrayBuffer(100)), codes: ['a'] }],
  ]);
  const job = {
    file: 'x',
    respondents: 100,
    rows: [{ column: 0, title: 'a', slots: null, nets: [], described: null }],
    nests: [[{ column: 1, title: 'b', missing: [] }]],
    within: null,
    only: [],
    weight: null,
  } as any;
  const t = async (name: string, f: () => Promise<unknown>) => {
    for (let k = 0; k < 50; k++) await f();
    const s = performance.now();
    for (let k = 0; k < 500; k++) await f();
    console.log(name, ((performance.now() - s) / 500).toFixed(3));
  };
  await t('codebook-less', () => l.run({ name: 'forget', job: { file: 'zzz' }, asker: 'a', limits }));
  await t('count', () =>
    l.run({
      name: 'count',
      job: { count: job, columns: cols, places: new Map(), parts: [{ from: 0, to: 100 }] },
      asker: 'a',
      limits,
    }),
  );
  await l.close();
}
