import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Fault } from '../../fault.js';
import { TestEngine } from '../engine.fixtures.js';
import { nearlyAs } from '../nearly-equal.fixtures.js';
import type { Answer, Query } from '../query.js';
import { countLinked } from './count-linked.js';
import { countHere, IDS, makeQuestions, randomAsked, randomStudy, asSent } from './random-study.fixtures.js';

function attempt<T>(work: () => T): T | string {
  try {
    return work();
  } catch (error) {
    if (error instanceof Fault) return error.message;
    throw error;
  }
}

/** Into how many combinations of values respondents are told apart: the engine works out what is not told apart. */
const toldApart = fc.constantFrom(1, 12, undefined);

describe('counts of a linked study', () => {
  it('are those of columns that are here, whatever is asked', () => {
    let counted = 0;
    fc.assert(
      fc.property(randomStudy, randomAsked, toldApart, (study, asked, most) => {
        const engine = new TestEngine(study.rows, study.linked);
        makeQuestions(study, (work) => engine.run(work, most));
        const here = attempt(() => countHere(asked, study));
        const there = attempt(() =>
          engine.run(
            countLinked(asked, (id) => study.linked.get(id)!),
            most,
          ),
        );
        if (typeof here !== 'string') counted++;
        expect(asSent(there)).toEqual(nearlyAs(asSent(here), asSent(there)));
      }),
      { numRuns: 600 },
    );
    expect(counted).toBeGreaterThan(300);
  }, 240_000);

  it('say so where the table has values that came after it was linked', () => {
    const [study] = fc.sample(randomStudy, { numRuns: 1, seed: 1 });
    const engine = new TestEngine([...study!.rows, { ...study!.rows[0], site: 'elsewhere' }], study!.linked);
    const row = { column: IDS.site, title: 'Site', slots: null, nets: [], described: null };
    const asked = { rows: [row], nests: [[]], within: null, only: [], weight: null };
    expect(() => engine.run(countLinked(asked, (id) => study!.linked.get(id)!))).toThrow(
      'Site has values in the linked table that came after it was linked.',
    );
  });

  it('say so where the table changed while it was counted', () => {
    const [study] = fc.sample(randomStudy, { numRuns: 1, seed: 1 });
    const engine = new TestEngine(study!.rows, study!.linked);
    const row = (column: number) => ({ column, title: `V${column}`, slots: null, nets: [], described: null });
    const asked = { rows: [row(IDS.site), row(IDS.grade)], nests: [[]], within: null, only: [], weight: null };
    const work = countLinked(asked, (id) => study!.linked.get(id)!);
    const everybody = work.next().value as readonly Query[];
    const queries = work.next(everybody.map((query) => engine.answer(query))).value as readonly Query[];
    const answers: Answer[] = queries.map((query) => engine.answer(query));
    const grown = answers.map((answer, k) => (k === 0 ? [...answer, { ...answer[0]!, by: [5] }] : answer));
    expect(() => work.next(grown)).toThrow('changed while it was counted');
  });
});
