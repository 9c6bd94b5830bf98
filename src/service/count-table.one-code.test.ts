import { expect, it } from 'vitest';
import { bodyAbout } from '../core/table/sentence-shape.js';
import { allVariables } from '../store/variables.js';
import type { OpenStudy } from './context.js';
import { editEntries } from './edit-variable.js';
import { countedTable, countsOf, serviceForTests, studyOfRows } from './test-study.js';
import { keepWorking } from './workings.js';

const service = serviceForTests();

const find = ({ db }: OpenStudy, name: string) => allVariables(db).find((variable) => variable.name === name)!;

async function frequencies(study: OpenStudy, name: string) {
  const sentence = bodyAbout(find(study, name).id);
  const table = await countedTable(service, study, sentence);
  const rows = table.rows.categories.map(({ label }, i) => [label, table.rowTotals[i]]);
  return { rows: Object.fromEntries(rows) as Record<string, number>, base: table.base };
}

it('9 and 9.0 are one code in the codebook, a table, a band and a filter', async () => {
  const answers = ['1', '1.0', '2', '2.0', '3', '9', '9.0', '9.00'];
  const study = await studyOfRows(service, 'Nines', [
    'mood,x',
    ...answers.flatMap((answer) => [`${answer},a`, `${answer},b`]),
  ]);
  await editEntries(service, study, [
    {
      variable: find(study, 'mood').id,
      level: 'ordered',
      codes: [
        ...['1', '2', '3'].map((code) => ({ code, label: `M${code}`, missing: null })),
        { code: '9.0', label: 'Refused', missing: 'refused' as const },
      ],
    },
  ]);
  expect(find(study, 'mood').codes.map(({ code }) => code)).toEqual(['1', '2', '3', '9']);
  expect(await frequencies(study, 'mood')).toEqual({ rows: { M1: 4, M2: 4, M3: 2 }, base: 10 });
  const bands = [
    { code: '1', label: 'Low', is: 'range' as const, from: null, to: 2 },
    { code: '2', label: 'High', is: 'range' as const, from: 2, to: null },
  ];
  const { proof } = await keepWorking(service, study, {
    name: 'two',
    label: 'Two',
    recipe: { kind: 'band', source: find(study, 'mood').id, ends: 'lower', bands, taken: [] },
  });
  expect(proof.holds).toBe(true);
  expect(await frequencies(study, 'two')).toEqual({ rows: { Low: 4, High: 6 }, base: 10 });
  const only = [{ variable: find(study, 'mood').id, is: 'any-of' as const, codes: ['1.0'] }];
  const counts = await countsOf(service, study, bodyAbout(find(study, 'x').id, { only }));
  expect(counts.filtered).toEqual([{ outside: 6, unknown: 6 }]);
});
