import type { FileCode, FileMultiple, FileVariable } from '../../core/codebook/codebook-file.js';
import { type MissingReason, MISSING_REASONS } from '../../core/codebook/types.js';
import { Fault } from '../../core/fault.js';
import { type FixedWidth, MOST_COLUMNS, type Pick } from '../../core/intake/layout.js';
import { beyondStandard, own, withExactLabels, wordsOr } from './own.js';
import { isNoAnswer, reasonFrom } from './reasons.js';
import type { ReadCodebook } from './sent.js';
import { shareLists } from './share-lists.js';
import { all, at, type Element, childOf, textOf } from './tree.js';

/** A text for the analysis, where there are several for other uses or languages. */
function words(element: Element | undefined): string {
  const texts = all(element, 'text');
  const chosen = texts.find(({ attributes }) => (attributes['mode'] ?? 'analysis') === 'analysis') ?? texts[0];
  return textOf(chosen ?? element);
}

const LEVELS: Record<string, NonNullable<FileVariable['level']>> = {
  quantity: 'number',
  character: 'text',
  date: 'text',
  time: 'text',
};

/** Where a variable stands: columns of a fixed record, or fields of a CSV record; from 1, both ends in. */
interface Span {
  start: number;
  finish: number;
}

function spanOf(variable: Element, file: string): Span {
  const { start, finish } = childOf(variable, 'position')?.attributes ?? {};
  const from = Number(start);
  const to = Number(finish ?? start);
  if (Number.isInteger(from) && Number.isInteger(to) && from >= 1 && to >= from) return { start: from, finish: to };
  const name = textOf(childOf(variable, 'name'));
  throw new Fault(
    'invalid',
    `${file} does not say where ${name} stands in the data (line ${variable.line}).`,
    'Mend its position.',
    { file, line: variable.line, variable: name },
  );
}

function codesOf(variable: Element): FileCode[] {
  const reasons = own(variable)['missing'];
  const byCode = typeof reasons === 'object' && reasons !== null ? (reasons as Record<string, unknown>) : {};
  return all(childOf(variable, 'values'), 'value').flatMap((value): FileCode[] => {
    const code = value.attributes['code'] ?? '';
    if (code === '') return [];
    const missing = MISSING_REASONS.find((reason): reason is MissingReason => reason === byCode[code]);
    const label = words(value) || code;
    // A labelled value of a quantity whose label says "no answer" is a missing code.
    const spoken = variable.attributes['type'] === 'quantity' && isNoAnswer(label) ? reasonFrom(label) : undefined;
    const reason = missing ?? spoken;
    return [{ code, label, ...(reason ? { missing: reason } : {}) }];
  });
}

/**
 * The columns that one variable of the codebook becomes, with their places, and the question over them if there is one.
 */
interface Placed {
  variables: FileVariable[];
  fields: FixedWidth['fields'];
  picks: Pick[];
  question: FileMultiple | null;
}

/** A question kept as a string of 0 and 1, one for each code of its list. */
function ticks(base: Base, span: Span, isFixed: boolean): Placed {
  const { name, label, question, codes } = base;
  const places = codes.map(({ code }, k) => {
    const place = Number.isInteger(Number(code)) ? Number(code) - 1 : k;
    return { column: `${name}_${code}`, place };
  });
  return {
    variables: codes.map(({ code, label: option }) => ({
      name: `${name}_${code}`,
      label: `${label}: ${option}`,
      question,
      level: 'unordered',
      codes: [
        { code: '1', label: 'Yes' },
        { code: '0', label: 'No' },
      ],
    })),
    fields: isFixed ? places.map(({ column, place }) => ({ name: column, start: span.start + place, width: 1 })) : [],
    picks: isFixed ? [] : places.map(({ column, place }) => ({ name: column, cell: span.start - 1, character: place })),
    question:
      codes.length < 2
        ? null
        : {
            name,
            label,
            ticked: '1',
            columns: codes.map(({ code, label: option }) => ({ name: `${name}_${code}`, label: option })),
          },
  };
}

/** A question kept as a few codes beside each other. */
function spread(base: Base, span: Span, isFixed: boolean, subfields: number, said: number | null): Placed {
  const { name, label, question, codes } = base;
  const width = said ?? Math.max(1, Math.floor((span.finish - span.start + 1) / subfields));
  const slots = Array.from({ length: subfields }, (_, k) => `${name}_${k + 1}`);
  // 0 fills a slot that nobody used.
  const list: FileCode[] = codes.some(({ code }) => code === '0')
    ? codes
    : [...codes, { code: '0', label: 'No further mention', missing: 'not-asked' }];
  return {
    variables: slots.map((slot, k) => ({
      name: slot,
      label: `${label}, mention ${k + 1}`,
      question,
      level: 'unordered',
      codes: list,
    })),
    fields: isFixed ? slots.map((slot, k) => ({ name: slot, start: span.start + k * width, width })) : [],
    picks: isFixed ? [] : slots.map((slot, k) => ({ name: slot, cell: span.start - 1 + k, character: null })),
    question: subfields < 2 ? null : { name, label, columns: slots.map((slot) => ({ name: slot, label: slot })) },
  };
}

interface Base {
  name: string;
  label: string;
  question: string;
  codes: FileCode[];
}

function place(variable: Element, isFixed: boolean, file: string): Placed {
  const type = variable.attributes['type'] ?? '';
  const span = spanOf(variable, file);
  const name = textOf(childOf(variable, 'name')) || (variable.attributes['ident'] ?? '');
  const long = all(childOf(variable, 'label'), 'text').find(({ attributes }) => attributes['mode'] === 'interview');
  const base: Base = {
    name,
    label: words(childOf(variable, 'label')),
    question: textOf(long),
    codes: codesOf(variable),
  };
  if (type === 'multiple') {
    const { subfields, width } = childOf(variable, 'spread')?.attributes ?? {};
    const fields = Number(subfields ?? 0);
    return fields >= 1 && fields <= 1000
      ? spread(base, span, isFixed, fields, width === undefined ? null : Number(width))
      : ticks(base, span, isFixed);
  }
  const exact = own(variable);
  const { level, list } = exact;
  const logical: FileCode[] = [
    { code: '1', label: 'Yes' },
    { code: '0', label: 'No' },
  ];
  const kept = Array.isArray(exact['codes']) ? (exact['codes'] as FileCode[]) : base.codes;
  const codes = type === 'logical' && kept.length === 0 ? logical : withExactLabels(kept, exact['labels']);
  const declared = (['unordered', 'ordered', 'number', 'text'] as const).find((candidate) => candidate === level);
  return {
    variables: [
      {
        name,
        label: wordsOr(exact['label'], base.label),
        question: wordsOr(exact['question'], base.question),
        level: declared ?? LEVELS[type] ?? 'unordered',
        ...(codes.length > 0 ? { codes } : {}),
        ...(typeof list === 'string' ? { codeList: list } : {}),
      },
    ],
    fields: isFixed ? [{ name, start: span.start, width: span.finish - span.start + 1 }] : [],
    picks: isFixed ? [] : [{ name, cell: span.start - 1, character: null }],
    question: null,
  };
}

/** What the variables of a record become. @throws Fault as soon as they would be more columns than a study can have */
function placedIn(record: Element, isFixed: boolean, file: string): Placed[] {
  let columns = 0;
  return all(record, 'variable').map((variable) => {
    const placed = place(variable, isFixed, file);
    columns += placed.variables.length;
    if (columns <= MOST_COLUMNS) return placed;
    throw new Fault(
      'too-large',
      `${file} describes more than ${MOST_COLUMNS.toLocaleString('en')} columns, from line ${variable.line} on.`,
      'Split it.',
      { file, line: variable.line },
    );
  });
}

/** The encoding that a document says it was written in, for its data. */
function encodingOf(declared: string | null): string | null {
  if (declared === null) return null;
  const plain = declared.toLowerCase();
  return plain === 'utf-8' || plain === 'us-ascii' ? 'utf-8' : plain === 'iso-8859-1' ? 'windows-1252' : plain;
}

/** Reads a Triple-S 2.0 or 3.0 document and where its variables stand in the data. @throws Fault where it has none */
export function readTripleS(root: Element, file: string, declared: string | null): ReadCodebook {
  const survey = childOf(root, 'survey') ?? at(root, 'hierarchy', 'survey');
  const records = all(survey, 'record');
  const [record] = records;
  if (!record)
    throw new Fault('invalid', `${file} describes no record.`, 'Choose a codebook with a record.', {
      file,
      line: root.line,
    });
  const remarks: string[] = [];
  if (records.length > 1 || root.children.some(({ name }) => name === 'hierarchy')) {
    remarks.push('Only the first level of a hierarchical survey is read.');
  }
  const isFixed = record.attributes['format'] !== 'csv';
  const placed = placedIn(record, isFixed, file);
  if (placed.length === 0)
    throw new Fault('invalid', `${file} describes no variables.`, 'Choose a codebook with variables.', {
      file,
      line: record.line,
    });
  const ours = own(root);
  const variables = placed.flatMap((item) => item.variables);
  const codeLists = shareLists(variables);
  const names = new Set<string>();
  for (const { name } of variables) {
    if (names.has(name))
      throw new Fault('invalid', `${file} calls two variables ${name}.`, 'Give each a name of its own.', {
        file,
        variable: name,
      });
    names.add(name);
  }
  // A question is called as its columns are not.
  const multiple = placed.flatMap(({ question }) => question ?? []);
  const filters = all(record, 'variable').filter((variable) => childOf(variable, 'filter')).length;
  if (filters > 0) remarks.push(`Who was asked (the filters of ${filters} variables) is not taken over.`);
  const title = words(childOf(survey, 'title')) || textOf(childOf(survey, 'name'));
  const skip = Number(record.attributes['skip'] ?? 0);
  const encoding = encodingOf(declared);
  return {
    kind: 'Triple-S',
    codebook: {
      ...(title === '' ? {} : { name: title.slice(0, 200) }),
      ...(typeof ours['subtitle'] === 'string' ? { subtitle: ours['subtitle'].slice(0, 200) } : {}),
      ...(Object.keys(codeLists).length > 0 ? { codeLists } : {}),
      variables,
      ...(multiple.length > 0 ? { multiple } : {}),
      ...beyondStandard(ours),
    },
    data: isFixed
      ? { is: 'fixed', encoding, skip, fields: placed.flatMap(({ fields }) => fields) }
      : { is: 'csv', heading: skip > 0, encoding, picks: placed.flatMap(({ picks }) => picks) },
    remarks,
  };
}
