import { createReadStream, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { DEMO_STUDY, seedDemo } from '../../cli/seed-demo.js';
import { bodyAbout } from '../../core/table/sentence-shape.js';
import { allEntries } from '../../store/ledger.js';
import { allMarks } from '../../store/marks.js';
import { allTables } from '../../store/tables.js';
import { allVariables } from '../../store/variables.js';
import { provedWorkings } from '../../store/workings.js';
import type { OpenStudy } from '../context.js';
import { bindersOf } from '../binders.js';
import { redoEntry, undoEntry } from '../ledger.js';
import { readyStudy } from '../open-study.js';
import { countsOf, faultOf, serviceForTests, studyOfRows } from '../test-study.js';
import { checkText, putText } from './put-text.js';
import { studyFromText } from './study-from-text.js';
import { textOfStudy } from './study-text.js';

const service = serviceForTests();
const DEMO = fileURLToPath(new URL('../../../demo', import.meta.url));

const ROWS = ['site,sat', '1,1', '1,2', '2,9', '2,2', '1,2'];
const plots = (name: string) => studyOfRows(service, name, ROWS);

/** A text with one working and one table. */
const TEXT = `study "Plots"
  about "Spring"

variable site "Site"
  categories
  1 "Mill Row"
  2 "Weir End"

variable sat "Satisfaction"
  ordered categories
  1 "Good"
  2 "Bad"
  9 "Would not say" is refused
  starred
  note "Asked by post"

variable sat_2 "In two"
  regroups sat into categories
    1 "Good" from 1
    2 "Bad" from 2

binder "Report"
  section "Satisfaction"
  note
    "One line"
    "Another"
  table sat_2 by site, only where site is 1 or 2
    shows column percent with one decimal, count
`;

/** What a study comes to, without ids and times. */
function comesTo(study: OpenStudy) {
  const { db } = study;
  const nameOf = new Map(allVariables(db).map(({ id, name }) => [id, name]));
  return {
    text: textOfStudy(study),
    variables: allVariables(db).map(({ name, level, codes, madeBy }) => ({ name, level, codes, madeBy })),
    proofs: allVariables(db).map(({ workingId }) => provedWorkings(db).find(({ id }) => id === workingId)?.proof),
    tables: allTables(db).map(({ title }) => title),
    binders: bindersOf(db).map(({ name, items }) => [name, items.map(({ is }) => is)]),
    marks: allMarks(db)
      .map(({ text, verdict, themes, coder, settles, quote }) =>
        JSON.stringify([text, verdict, themes, coder, settles, quote]),
      )
      .sort(),
    nameOf: [...nameOf.values()],
  };
}

describe('a text that is put into a study', () => {
  it('makes the study what it says, as one entry that is undone and done again', async () => {
    const study = await plots('whole');
    const before = textOfStudy(study);
    await putText(service, study, { text: TEXT, whole: true });
    expect(textOfStudy(study)).toBe(TEXT);
    expect(allEntries(study.db).map(({ words }) => words)).toEqual([
      expect.stringMatching(/^Took in/u),
      expect.stringMatching(/^Changed the text: 3 variables, 1 working,/u),
    ]);
    const sat2 = allVariables(study.db).find(({ name }) => name === 'sat_2')!;
    const counts = await countsOf(service, study, bodyAbout(sat2.id));
    expect(counts.respondents).toEqual([0, 1, 3, 1]);
    expect(provedWorkings(study.db)).toMatchObject([{ holds: true }]);
    await undoEntry(service, study);
    // What a study is called is no entry.
    const [, ...rest] = before.split('\n\n');
    expect(textOfStudy(study)).toBe([TEXT.split('\n\n')[0], ...rest].join('\n\n'));
    await redoEntry(service, study);
    expect(textOfStudy(study)).toBe(TEXT);
  });

  it('changes what differs and leaves the rest, ids too', async () => {
    const study = await plots('edited');
    await putText(service, study, { text: TEXT, whole: true });
    const ids = () => allVariables(study.db).map(({ id, name }) => [id, name]);
    const [before, tables] = [ids(), allTables(study.db).map(({ id }) => id)];
    const text = TEXT.replace('variable sat_2 "In two"', 'variable mood "In two"').replace('table sat_2', 'table mood');
    await putText(service, study, { text, whole: true });
    expect(ids()).toEqual(before.map(([id, name]) => [id, name === 'sat_2' ? 'mood' : name]));
    expect(allTables(study.db).map(({ id }) => id)).toEqual(tables);
    expect(await putText(service, study, { text, whole: true })).toEqual({ words: null });
  });

  it('takes out what it does not say, or adds to what there is', async () => {
    const study = await plots('parts');
    await putText(service, study, { text: TEXT, whole: true });
    const part = 'variable good "Is good"\n  flags sat for "Good"\n\nbinder "Report"\n  table good\n';
    expect(checkText(study, { text: part, whole: false })).toMatchObject({
      problems: [],
      words: 'Changed the text: 1 variable, 1 working, 1 table and 1 binder',
    });
    await putText(service, study, { text: part, whole: false });
    expect(allTables(study.db)).toHaveLength(2);
    expect(allVariables(study.db).map(({ name }) => name)).toContain('good');
    await putText(service, study, { text: TEXT, whole: true });
    expect(textOfStudy(study)).toBe(TEXT);
  });

  it('is refused with every place, and nothing is done', async () => {
    const study = await plots('refused');
    const before = textOfStudy(study);
    const text = TEXT.replace('variable sat "', 'variable sad "').replace('from 2', 'form 2');
    const { problems } = checkText(study, { text, whole: true });
    expect(problems.map(({ line, message }) => [line, message])).toEqual([
      [20, '“form” stands here, where “from” is expected.'],
    ]);
    const unknown = checkText(study, { text: TEXT.replaceAll(/\bsat\b/gu, 'sad'), whole: true });
    expect(unknown.problems).toMatchObject([{ line: 9, message: 'The data have no column “sad”.' }]);
    const circle = `${TEXT}variable a "A"\n  flags b for 1\n\nvariable b "B"\n  flags a for 1\n`;
    expect(checkText(study, { text: circle, whole: true }).problems[0]?.message).toMatch(/made of itself/u);
    const fault = await faultOf(putText(service, study, { text, whole: true }));
    expect(fault.message).toBe('Line 20, column 13: “form” stands here, where “from” is expected.');
    expect(textOfStudy(study)).toBe(before);
  });

  it('leaves frozen tables alone, and what was coded where codings are no part of it', async () => {
    await seedDemo(service, DEMO);
    const study = await readyStudy(service, DEMO_STUDY);
    const marks = allMarks(study.db).length;
    const text = textOfStudy(study, { codings: false });
    expect(text).not.toContain('codings of');
    expect(await putText(service, study, { text, whole: true })).toEqual({ words: null });
    expect(allMarks(study.db)).toHaveLength(marks);
  });
});

describe('a study made of its data and its text', () => {
  it('is the study: variables, proofs, codings and binder alike', async () => {
    await seedDemo(service, DEMO);
    const study = await readyStudy(service, DEMO_STUDY);
    const data = createReadStream(`${DEMO}/fernhill.csv`);
    const made = await studyFromText(service, {
      fileName: 'fernhill.csv',
      data,
      text: textOfStudy(study),
      name: 'Again',
    });
    expect(made).toMatchObject({ remarks: [], newCodes: [], newColumns: [] });
    const again = textOfStudy(made.study).replace('study "Again"', 'study "Fernhill Allotments"');
    expect({ ...comesTo(made.study), text: again }).toEqual(comesTo(study));
  });

  it('is what the demo ships', async () => {
    await seedDemo(service, DEMO);
    const study = await readyStudy(service, DEMO_STUDY);
    expect(readFileSync(`${DEMO}/fernhill.hatch`, 'utf8')).toBe(textOfStudy(study));
  });
});
