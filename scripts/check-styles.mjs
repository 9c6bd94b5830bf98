// Looks through the styles: letters have the sizes of the scale in kit/tokens.css, at most six, and no other.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './steps.mjs';

const MOST_SIZES = 6;
const SIZE = /\bfont(-size)?:[^;{}]*?\d(px|pt|em|rem|%)/;

const source = join(ROOT, 'src');
const files = readdirSync(source, { recursive: true }).filter((name) => /\.(css|astro)$/.test(name));
const problems = [];
for (const name of files) {
  const lines = readFileSync(join(source, name), 'utf8').split('\n');
  for (const [k, line] of lines.entries()) {
    if (SIZE.test(line)) problems.push(`src/${name}:${k + 1}: ${line.trim()} is no size of the scale.`);
  }
}
const sizes = readFileSync(join(source, 'kit', 'tokens.css'), 'utf8').match(/^ *--text-\w+:/gm) ?? [];
if (sizes.length > MOST_SIZES) problems.push(`src/kit/tokens.css: ${sizes.length} sizes; ${MOST_SIZES} are the most.`);
for (const problem of problems) console.error(problem);
process.exitCode = problems.length > 0 ? 1 : 0;
