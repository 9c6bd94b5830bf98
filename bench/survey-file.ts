import { createWriteStream } from 'node:fs';
import { once } from 'node:events';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** Columns of the survey. */
export const COLUMNS = 30;

/** Writes a survey of 30 columns: an id, 24 coded answers, some of them blank, an age, an amount, a weight, remarks. */
export async function writeSurvey(path: string, respondents: number): Promise<void> {
  const generator = xoroshiro128plus(7);
  const next = (most: number) => uniformInt(generator, 0, most);
  const file = createWriteStream(path);
  const answers = Array.from({ length: COLUMNS - 6 }, (_, k) => `q${k + 1}`);
  file.write(`${['id', ...answers, 'age', 'amount', 'w', 'came_on', 'remark'].join(',')}\n`);
  const remarks = ['', '', '', 'the hedge', 'more water', 'none at all'];
  let text = '';
  for (let k = 0; k < respondents; k++) {
    let line = String(100_000 + k);
    for (let j = 0; j < answers.length; j++) line += next(19) === 0 ? ',' : `,${next(6)}`;
    const day = `2026-0${1 + next(8)}-${10 + next(18)}`;
    text += `${line},${16 + next(70)},${next(90_000)},${next(3000) / 1000},${day},${remarks[next(5)] ?? ''}\n`;
    if (text.length < 1_000_000) continue;
    if (!file.write(text)) await once(file, 'drain');
    text = '';
  }
  file.end(text);
  await once(file, 'close');
}
