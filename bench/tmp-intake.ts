import { readIn } from '../src/service/worker/read-in-job.js';
import { newProgress } from '../src/service/worker/progress.js';
import { detectLayout, openRows } from '../src/formats/open-rows.js';
export async function go(path: string) {
  let t = performance.now();
  const d = await detectLayout(path, 'x.csv');
  console.log('detect', performance.now() - t, JSON.stringify(d.layout));
  t = performance.now();
  const src = await openRows({ path, name: 'x', gzip: d.gzip }, d.layout);
  let n = 0; for await (const b of src.batches) n += b.length;
  console.log('parse only', performance.now() - t, n);
  t = performance.now();
  const r = await readIn({ file: { path, name: 'x.csv', gzip: d.gzip }, layout: d.layout, into: '/tmp/b/part.sqlite', progress: newProgress() });
  console.log('read in', performance.now() - t);
  if (r !== 'cancelled') console.log(r.respondents, r.unread, r.remarks, r.columns.map((c) => `${c.name}:${c.level}:${c.storage}:${c.why}:${c.guesses.map((g) => g.text).join('|')}`).slice(0,3).concat(r.columns.slice(-4).map((c) => `${c.name}:${c.level}:${c.storage}:${c.why}`)), r.questions.map((q) => q.why));
  console.log('peak MB', process.resourceUsage().maxRSS / 1024);
}
