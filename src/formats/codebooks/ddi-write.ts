import { element, inexact, ownWords } from './xml-write.js';
import { beyond, type WrittenColumn, type WrittenStudy } from './written.js';

const NATURE = { unordered: 'nominal', ordered: 'ordinal', number: 'ratio', text: undefined } as const;

function variable({ variable: entry, codes, respondents }: WrittenColumn, k: number): string {
  const { name, label = '', question = '', level = 'unordered', codeList } = entry;
  const labels = codes.flatMap((code) =>
    code.label !== '' && inexact(code.label) === undefined ? [] : [[code.code, code.label]],
  );
  return element(
    'var',
    { ID: `V${k + 1}`, name, nature: NATURE[level], intrvl: level === 'number' ? 'contin' : 'discrete' },
    [
      ownWords({
        codes: codes.some(({ code }) => inexact(code) !== undefined) ? codes.map(({ code }) => code) : undefined,
        list: codeList,
        level: level === 'text' && codes.length > 0 ? level : undefined,
        label: inexact(label),
        question: inexact(question),
        labels: labels.length > 0 ? Object.fromEntries(labels) : undefined,
      }),
      label === '' ? '' : element('labl', {}, label),
      question === '' ? '' : element('qstn', {}, [element('qstnLit', {}, question)]),
      ...codes.map((code) => {
        const count = respondents.get(code.code);
        return element('catgry', code.missing ? { missing: 'Y', missType: code.missing } : {}, [
          element('catValu', {}, code.code),
          element('labl', {}, code.label),
          count === undefined ? '' : element('catStat', { type: 'freq' }, String(count)),
        ]);
      }),
      element('varFormat', { type: level === 'number' ? 'numeric' : 'character' }),
    ],
  );
}

/** Multiple-response questions over the columns, as groups of variables. */
function groups({ codebook, columns }: WrittenStudy): string[] {
  const idOf = new Map(columns.map((column, k) => [column.variable.name, `V${k + 1}`]));
  return (codebook.workings ?? []).flatMap(({ name, label, recipe }, k) => {
    if (recipe.kind !== 'gather' && recipe.kind !== 'slots') return [];
    const sources = recipe.kind === 'slots' ? recipe.sources : recipe.items.map(({ source }) => source);
    const ids = sources.flatMap((source) => idOf.get(source) ?? []).join(' ');
    return [element('varGrp', { ID: `G${k + 1}`, name, type: 'multipleResp', var: ids }, [element('labl', {}, label)])];
  });
}

/** A study's codebook as DDI-Codebook 2.5 (DDI Alliance), for a CSV whose headings are the variables' names. */
export function writeDdi(study: WrittenStudy): string {
  const { name, subtitle, dataFile, respondents, columns } = study;
  const title = [element('titl', {}, name), subtitle === '' ? '' : element('subTitl', {}, subtitle)];
  const size = [element('caseQnty', {}, String(respondents)), element('varQnty', {}, String(columns.length))];
  return `<?xml version="1.0" encoding="UTF-8"?>\n${element('codeBook', { version: '2.5', xmlns: 'ddi:codebook:2_5' }, [
    ownWords(beyond(study)),
    element('stdyDscr', {}, [element('citation', {}, [element('titlStmt', {}, title)])]),
    element('fileDscr', { ID: 'F1' }, [
      element('fileTxt', {}, [
        element('fileName', {}, dataFile),
        element('dimensns', {}, size),
        element('fileType', {}, 'text/csv'),
      ]),
    ]),
    element('dataDscr', {}, [...groups(study), ...columns.map((column, k) => `\n${variable(column, k)}`)]),
  ])}\n`;
}
