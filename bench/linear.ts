import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readCodebook } from '../src/formats/codebooks/read-codebook.js';
import { detectLayout } from '../src/formats/open-rows.js';
import { previewFile } from '../src/service/worker/preview-job.js';
import { readIn } from '../src/service/worker/read-in-job.js';
import { say } from './timing.js';

/** Four times the text may take so many times as long: a little more than four, far from sixteen. */
const MOST_RATIO = 9;
const TIMES = 4;
/** What takes less than this is not measured: there is nothing to be seen. */
const LEAST_MS = 60;

/** Texts that a pattern stumbles over: long runs of one sign, and of two in turn. */
const SIGNS = [
  'a',
  'é',
  '_',
  ' ',
  '-',
  '.',
  '1',
  '>',
  '(',
  ')',
  '%',
  '=',
  ';',
  '|',
  '\t',
  '"',
  '\\',
  '#',
  '\u2028',
  '\u0000a',
];
const PAIRS = ['a_', '_ ', '1,', '1.', '- ', '. ', ' =', 'a ', '("', '1 ', 'a;', '" ', 'é ', ', ', '1-', ' or '];

/** Files that bear such a text in every place of a table. */
const PLACES: Record<string, (text: string) => string | Buffer> = {
  'a heading': (text) => `${text.replace(/[\n,]/g, ' ')},b\n1,2\n2,3\n`,
  'a cell': (text) => `a,b\n${text},2\n2,3\n`,
  'a quoted cell': (text) => `a,b\n"${text.replaceAll('"', '""')}",2\n2,3\n`,
  'many cells': (text) => `a,b\n${(text.match(/[^]{1,40}/g) ?? []).map((cell, k) => `${k}${cell},2`).join('\n')}\n`,
  'many headings': (text) =>
    `${(text.slice(0, 40_000).match(/[^]{1,8}/g) ?? []).map((cell) => cell.replace(/[\n,"]/g, '-')).join(',')}\n1\n`,
  'a line without an end': (text) => text,
  'a text that is no UTF-8': (text) => Buffer.from(`\u00e9,b\n${text},2\n`, 'latin1'),
  'codes in words': (text) => `Variable,Label,Values\na,b,"${text.replaceAll('"', "'")}"\n`,
};

async function readAs(place: string, folder: string, text: string): Promise<number> {
  const path = join(folder, 'file');
  writeFileSync(path, PLACES[place]!(text));
  const started = performance.now();
  try {
    if (place === 'codes in words') await readCodebook(path, 'file.csv');
    else {
      const { layout } = await detectLayout(path, 'file.csv');
      const file = { path, name: 'file.csv', gzip: false };
      await previewFile({ file, layout });
      const into = join(folder, 'part');
      await readIn({ file, layout, isFound: true, plain: [], into }, () => undefined);
    }
  } catch {
    // What cannot be read is told; here it is only asked how long that takes.
  }
  return performance.now() - started;
}

/** The time that intake takes grows as the text does, whatever stands in it. Fails where it grows faster. */
export async function benchLinear(characters = '100000'): Promise<void> {
  const size = Number(characters);
  const folder = mkdtempSync(join(tmpdir(), 'hatch-linear-'));
  const worst: { what: string; ratio: number; ms: number }[] = [];
  try {
    for (const place of Object.keys(PLACES)) {
      for (const sign of [...SIGNS, ...PAIRS]) {
        const text = (times: number) => sign.repeat((size * times) / sign.length);
        const big = await readAs(place, folder, text(TIMES));
        if (big < LEAST_MS) continue;
        const small = Math.min(...[await readAs(place, folder, text(1)), await readAs(place, folder, text(1))]);
        const again = Math.min(big, await readAs(place, folder, text(TIMES)));
        worst.push({ what: `${place} of ${JSON.stringify(sign)}`, ratio: again / small, ms: again });
      }
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
  worst.sort((a, b) => b.ratio - a.ratio);
  for (const { what, ratio, ms } of worst.slice(0, 5))
    say(`intake, ${what}`, `${ratio.toFixed(1)} times for four times the text (${Math.round(ms)} ms)`);
  const [first] = worst;
  say(
    'intake, times for four times the text, at most',
    `${MOST_RATIO} wanted, ${(first?.ratio ?? 0).toFixed(1)} found`,
  );
  if ((first?.ratio ?? 0) > MOST_RATIO) process.exitCode = 1;
}
