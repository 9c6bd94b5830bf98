import { startService } from '../src/service/context.js';
import { openStudy } from '../src/service/open-study.js';
import { countSentence } from '../src/service/count-table.js';
import { sentenceOfBody } from '../src/core/table/sentence-shape.js';
import { allVariables } from '../src/store/variables.js';
import { readdirSync } from 'node:fs';
export async function main() {
  const service = startService({ folder: '/tmp/w/big', worker: '/work/main/dist/cli/worker.js' });
  const id = readdirSync('/tmp/w/big/studies')
    .find((n) => n.endsWith('.sqlite'))!
    .replace('.sqlite', '');
  const study = openStudy(service, id);
  const v = (n: string) => allVariables(study.db).find((x) => x.name === n)!.id;
  const shapes: any = {
    two: { rows: v('answer'), by: v('site') },
    weighted: { rows: v('answer'), by: v('site'), weight: v('w') },
    filtered: { rows: v('answer'), by: v('site'), only: [{ variable: v('season'), is: 'any-of', codes: ['1', '2'] }] },
    three: { rows: v('answer'), by: v('site'), within: v('season') },
    options: { rows: v('question'), by: v('region') },
    mean: { rows: v('hours'), by: v('region') },
  };
  for (const [name, body] of Object.entries(shapes)) {
    const t: number[] = [];
    for (let r = 0; r < 12; r++) {
      const s = performance.now();
      await countSentence(
        service,
        study,
        sentenceOfBody({ by: null, within: null, weight: null, only: [], ...(body as any) }),
      );
      t.push(performance.now() - s);
    }
    const first = t[0]!;
    t.sort((a, b) => a - b);
    console.log(name, 'first', first.toFixed(0), 'min', t[0]!.toFixed(1), 'med', t[6]!.toFixed(1));
  }
  await service.close();
}
export async function hops() {
  const service = startService({ folder: '/tmp/w/big', worker: '/work/main/dist/cli/worker.js' });
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
  const one = () =>
    service.run('count', { count: job, columns: cols, places: new Map(), parts: [{ from: 0, to: 100 }] });
  for (let k = 0; k < 50; k++) await one();
  let s = performance.now();
  for (let k = 0; k < 100; k++) await one();
  console.log('hop', (performance.now() - s) / 100);
  for (const n of [1, 2, 3, 4, 7]) {
    s = performance.now();
    for (let k = 0; k < 30; k++) await Promise.all(Array.from({ length: n }, one));
    console.log(n, (performance.now() - s) / 30);
  }
  await service.close();
}
