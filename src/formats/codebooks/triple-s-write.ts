import { element, inexact, ownWords } from './xml-write.js';
import { beyond, type WrittenColumn, type WrittenStudy } from './written.js';

const WHOLE = /^\d{1,9}$/;

function valuesOf({ codes, range }: WrittenColumn, withRange: boolean): string {
  const listed = codes.map(({ code, label }) => element('value', { code }, label));
  const span = withRange && range ? [element('range', { from: range.from, to: range.to })] : [];
  return span.length + listed.length === 0 ? '' : element('values', {}, [...span, ...listed]);
}

/** What the data hold beside the codes that are listed. */
const beyondList = ({ codes, respondents }: WrittenColumn): boolean =>
  [...respondents.keys()].some((value) => !codes.some(({ code }) => code === value));

function variable(column: WrittenColumn, k: number): string {
  const { variable: entry, codes, range, longest } = column;
  const { name, label = '', question = '', level = 'unordered', codeList } = entry;
  const categories = level === 'unordered' || level === 'ordered';
  const isSingle = categories && codes.length > 0 && !beyondList(column);
  const isQuantity = !isSingle && level === 'number' && range !== null;
  const type = isSingle ? 'single' : isQuantity ? 'quantity' : 'character';
  const literal = isSingle && codes.some(({ code }) => !WHOLE.test(code));
  const missing = codes.flatMap(({ code, missing: reason }) => (reason ? [[code, reason]] : []));
  const labels = codes.flatMap((code) =>
    code.label !== '' && inexact(code.label) === undefined ? [] : [[code.code, code.label]],
  );
  const own = ownWords({
    level,
    list: codeList,
    missing: missing.length > 0 ? Object.fromEntries(missing) : undefined,
    label: inexact(label),
    question: inexact(question),
    labels: labels.length > 0 ? Object.fromEntries(labels) : undefined,
    // A list that the kind of variable has no place for.
    codes: type === 'character' && codes.length > 0 ? codes : undefined,
  });
  const texts =
    question === ''
      ? [element('text', { mode: 'analysis' }, label)]
      : [element('text', { mode: 'interview' }, question), element('text', { mode: 'analysis' }, label)];
  return element('variable', { ident: k + 1, type, format: literal ? 'literal' : undefined }, [
    own,
    element('name', {}, name),
    element('label', {}, texts),
    element('position', { start: k + 1 }),
    type === 'character' ? element('size', {}, String(Math.max(1, longest))) : valuesOf(column, isQuantity),
  ]);
}

/** A study's codebook as Triple-S 3.0, for a CSV with a heading line. */
export function writeTripleS(study: WrittenStudy, now: Date): string {
  const { name, dataFile, columns } = study;
  const iso = now.toISOString();
  return `<?xml version="1.0" encoding="UTF-8"?>\n${element('sss', { version: '3.0' }, [
    ownWords({ ...beyond(study), subtitle: study.subtitle === '' ? undefined : study.subtitle }),
    element('date', {}, iso.slice(0, 10)),
    element('time', {}, iso.slice(11, 16)),
    element('origin', {}, 'Hatch Count'),
    element('survey', {}, [
      element('name', {}, name),
      element('title', {}, name),
      element(
        'record',
        { ident: 'A', href: dataFile, format: 'csv', skip: 1 },
        columns.map((column, k) => `\n${variable(column, k)}`),
      ),
    ]),
  ])}\n`;
}
