import { plural } from '../../core/words.js';
import type { FileCode, FileMultiple, FileVariable } from '../../core/codebook/codebook-file.js';
import { tickOf } from '../../core/codebook/questions.js';
import { Fault } from '../../core/fault.js';
import { beyondStandard, own, withExactLabels, wordsOr } from './own.js';
import { reasonFrom } from './reasons.js';
import type { ReadCodebook } from './sent.js';
import { shareLists } from './share-lists.js';
import { all, at, type Element, childOf, textOf } from './tree.js';

const LEVELS: Record<string, NonNullable<FileVariable['level']>> = {
  nominal: 'unordered',
  ordinal: 'ordered',
  interval: 'number',
  ratio: 'number',
  percent: 'number',
};

/** The label that is the element's own, where labels may come in several languages or kinds: the first. */
const labelOf = (element: Element): string => textOf(childOf(element, 'labl'));

/** @param exact the codes as we wrote them, where the standard's elements do not keep their white space */
function codesOf(variable: Element, exact: unknown): FileCode[] {
  const invalid = new Set(
    all(childOf(variable, 'invalrng'), 'item').map(({ attributes }) => attributes['VALUE'] ?? ''),
  );
  const codes = all(variable, 'catgry').flatMap((category, k): FileCode[] => {
    const code = wordsOr(Array.isArray(exact) ? exact[k] : undefined, textOf(childOf(category, 'catValu')));
    if (code === '') return [];
    const label = labelOf(category) || code;
    const missing = category.attributes['missing'] === 'Y' || invalid.has(code);
    const words = category.attributes['missType'] ?? label;
    return [missing ? { code, label, missing: reasonFrom(words) } : { code, label }];
  });
  const listed = new Set(codes.map(({ code }) => code));
  const others = [...invalid].filter((code) => code !== '' && !listed.has(code));
  return [...codes, ...others.map((code): FileCode => ({ code, label: code, missing: 'other' }))];
}

function levelOf(
  { attributes }: Element,
  codes: readonly FileCode[],
  format: Element | undefined,
): FileVariable['level'] {
  const said = LEVELS[attributes['nature'] ?? ''];
  if (said) return said;
  if (codes.some(({ missing }) => missing === undefined))
    return attributes['intrvl'] === 'contin' ? 'number' : 'unordered';
  if (format?.attributes['type'] === 'character') return 'text';
  return attributes['intrvl'] === 'contin' ? 'number' : undefined;
}

function variableOf(element: Element): FileVariable {
  const exact = own(element);
  const codes = withExactLabels(codesOf(element, exact['codes']), exact['labels']);
  const level = exact['level'] === 'text' ? 'text' : levelOf(element, codes, childOf(element, 'varFormat'));
  const question = textOf(at(element, 'qstn', 'qstnLit')) || textOf(childOf(element, 'qstn'));
  return {
    name: element.attributes['name'] ?? '',
    label: wordsOr(exact['label'], labelOf(element)),
    question: wordsOr(exact['question'], question),
    ...(level === undefined ? {} : { level }),
    ...(codes.length > 0 ? { codes } : {}),
    ...(typeof exact['list'] === 'string' ? { codeList: exact['list'] } : {}),
  };
}

function questionOf(group: Element, byId: ReadonlyMap<string, FileVariable>): FileMultiple | string {
  const name = group.attributes['name'] ?? '';
  const ids = (group.attributes['var'] ?? '').split(/\s+/).filter((id) => id !== '');
  const members = ids.flatMap((id) => byId.get(id) ?? []);
  const title = labelOf(group) || name;
  if (members.length < 2) return `The question ${title} has fewer than two columns.`;
  const { ticked, none, options, slots } = own(group);
  const columns = members.map(({ name: column, label }) => ({
    name: column,
    label: label === undefined || label === '' ? column : label,
  }));
  if (slots === true) return { name, label: title, columns, ...(typeof none === 'string' ? { none } : {}) };
  const ticks = members.map(({ codes }) =>
    tickOf((codes ?? []).filter((code) => !code.missing).map(({ code }) => ({ code, respondents: 1 }))),
  );
  const tick = typeof ticked === 'string' ? ticked : ticks[0];
  if (typeof tick !== 'string') {
    const lists = members.map(({ codes }) => (codes ?? []).map(({ code }) => code).join());
    // Columns over one longer list each hold one mention.
    if (members[0]?.codes && new Set(lists).size === 1) return { name, label: title, columns };
    return `Which code means ticked in the question ${title} is not said: gather its columns in the workings.`;
  }
  const labels = Array.isArray(options) ? options : [];
  return {
    name,
    label: title,
    ticked: tick,
    columns: columns.map((column, k) => ({
      ...column,
      ...(typeof labels[k] === 'string' ? { label: labels[k] } : {}),
      ...(typeof ticked !== 'string' && ticks[k] !== tick && typeof ticks[k] === 'string' ? { ticked: ticks[k] } : {}),
    })),
    ...(typeof none === 'string' ? { none } : {}),
  };
}

/** Reads a DDI-Codebook 2.5 document: variables by the headings of their CSV. @throws Fault where it has none */
export function readDdi(root: Element, file: string): ReadCodebook {
  const remarks: string[] = [];
  const elements = all(root, 'dataDscr').flatMap((part) => all(part, 'var'));
  const variables = elements.map(variableOf).filter(({ name }) => name !== '');
  if (variables.length === 0) {
    throw new Fault('invalid', `${file} describes no variables.`, 'Choose a codebook with a data description.', {
      file,
      line: root.line,
    });
  }
  const nameless = elements.length - variables.length;
  if (nameless > 0)
    remarks.push(`${plural(nameless, 'variable has', 'variables have')} no name and cannot be matched.`);
  const byId = new Map(
    elements.map(({ attributes }) => [
      attributes['ID'] ?? '',
      variables.find(({ name }) => name === attributes['name'])!,
    ]),
  );
  const ours = own(root);
  const groups = Array.isArray(ours['workings']) ? [] : all(root, 'dataDscr').flatMap((part) => all(part, 'varGrp'));
  const questions = groups
    .filter(({ attributes }) => attributes['type'] === 'multipleResp')
    .map((group) => questionOf(group, byId));
  const multiple = questions.filter((question) => typeof question !== 'string');
  remarks.push(...questions.filter((question) => typeof question === 'string'));
  const codeLists = shareLists(variables);
  const name = textOf(at(root, 'stdyDscr', 'citation', 'titlStmt', 'titl'));
  const subtitle = textOf(at(root, 'stdyDscr', 'citation', 'titlStmt', 'subTitl'));
  return {
    kind: 'DDI-Codebook',
    codebook: {
      ...(name === '' ? {} : { name: name.slice(0, 200) }),
      ...(subtitle === '' ? {} : { subtitle: subtitle.slice(0, 200) }),
      ...(Object.keys(codeLists).length > 0 ? { codeLists } : {}),
      variables,
      ...(multiple.length > 0 ? { multiple } : {}),
      ...beyondStandard(ours),
    },
    data: null,
    remarks,
  };
}
