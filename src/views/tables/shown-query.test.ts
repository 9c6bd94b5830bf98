import fc from 'fast-check';
import { expect, it } from 'vitest';
import { ADJUSTMENTS } from '../../core/infer/adjust.js';
import { CHOICES, type FigureChoice, SORT_CHOICES } from '../../core/table/figure-choice.js';
import { HANDED, PICTURES } from '../../core/table/picture-kinds.js';
import { readShown, sayShown, SHOWN } from './shown-query.js';

const figures = fc
  .uniqueArray(
    fc.record({ figure: fc.constantFrom(...CHOICES), decimals: fc.option(fc.integer({ min: 0, max: 6 })) }),
    {
      selector: ({ figure }) => figure,
      minLength: 1,
    },
  )
  .map((list) => list.map(({ figure, decimals }) => (decimals === null ? { figure } : { figure, decimals })));

it('keeps what is shown in the address, and nothing where it is as usual', () => {
  expect(sayShown(SHOWN)).toEqual({ show: '', figures: '', sort: '', heading: '' });
  expect(readShown({ show: '', figures: '', sort: '', heading: '' })).toEqual(SHOWN);
  const rows: FigureChoice[] = [{ figure: 'row-percent', decimals: 0 }];
  expect(sayShown({ hatch: false, figures: rows })).toEqual({
    show: 'no-hatch',
    figures: 'row-percent:0',
    sort: '',
    heading: '',
  });
  const shown = fc.record(
    {
      figures,
      hatch: fc.boolean(),
      signs: fc.constant(true),
      plain: fc.constant(true),
      handed: fc.constantFrom(...HANDED),
      picture: fc.constantFrom(...PICTURES),
      bases: fc.record({ small: fc.nat(999), hide: fc.nat(99) }),
      wide: fc.constantFrom(400, 980, 2000),
      heading: fc.constantFrom('Who is content', 'a, b-c & “d”'),
      last: fc.constant(true),
      full: fc.constant(true),
      sort: fc.constantFrom('1', 'a b'),
      sortNest: fc.constantFrom(1, 12),
      sortFigure: fc.constantFrom(...SORT_CHOICES),
      ascending: fc.constant(true),
      order: fc.constant('frequency' as const),
      adjustment: fc.constantFrom(...ADJUSTMENTS),
      readings: fc.uniqueArray(
        fc.record(
          { item: fc.nat(9), nest: fc.nat(9), stratum: fc.constantFrom('1', 'a, b-c', '100%', '') },
          { requiredKeys: ['item', 'nest'] },
        ),
        { minLength: 1, maxLength: 3, selector: (reading) => JSON.stringify(reading) },
      ),
      predicted: fc.oneof(fc.constant<'columns'>('columns'), fc.constant<number[]>([3, 14])),
    },
    { requiredKeys: ['hatch'] },
  );
  fc.assert(
    fc.property(shown, (wanted) => {
      expect(readShown(sayShown(wanted))).toEqual({ ...wanted });
    }),
  );
  expect(readShown({ show: 'something,no-hatch', figures: 'something', sort: '', heading: '' })).toEqual({
    hatch: false,
  });
});

it('reads addresses of before figures had a list of their own', () => {
  const of = (show: string) => readShown({ show, figures: '', sort: '', heading: '' });
  const list = (...names: FigureChoice['figure'][]) => names.map((figure) => ({ figure }));
  expect(of('column')).toEqual(SHOWN);
  expect(of('row')).toEqual({ ...SHOWN, figures: list('row-percent', 'count') });
  expect(of('letters-bonferroni,expected,residuals,no-counts')).toEqual({
    ...SHOWN,
    figures: list('column-percent', 'letters', 'expected', 'adjusted-residual'),
    adjustment: 'bonferroni',
  });
});
