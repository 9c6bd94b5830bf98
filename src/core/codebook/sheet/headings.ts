import { plainLetters } from '../../plain-letters.js';

/** What a column of a codebook says of a variable, or of one code. */
const ROLES = ['name', 'label', 'question', 'level', 'codes', 'code', 'codeLabel', 'missing', 'group', 'note'] as const;
export type Role = (typeof ROLES)[number];

/** Headings in their usual words, small letters, single spaces. The first role that has it is meant. */
const HEADINGS: Record<Role, readonly string[]> = {
  name: [
    ...['variable', 'variable name', 'variablename', 'var', 'var name', 'varname', 'name', 'column', 'column name'],
    ...['field', 'field name', 'column heading', 'heading', 'variable id', 'variable code', 'item', 'item name', 'id'],
    ...['variable / field name', 'question id', 'question number', 'question no', 'q', 'qid', 'q no', 'variables'],
    ...['name of variable', 'variabele', 'variabelnaam', 'variablenname', 'nom', 'nombre', 'nom de la variable'],
  ],
  label: [
    ...['variable label', 'var label', 'varlabel', 'label', 'field label', 'question label', 'variable description'],
    ...['description', 'short label', 'title', 'description of variable', 'variablenlabel', 'libelle', 'etiqueta'],
    ...['column label', 'item label', 'beschreibung', 'labels', 'what it is', 'meaning of variable'],
  ],
  question: [
    ...['question', 'question text', 'question wording', 'wording', 'full question', 'survey question', 'item text'],
    ...[
      'full text',
      'questionnaire text',
      'text of question',
      'frage',
      'fragetext',
      'vraag',
      'item wording',
      'literal question',
    ],
  ],
  level: [
    ...['level', 'level of measurement', 'measurement level', 'measurement', 'measure', 'type', 'variable type'],
    ...[
      'var type',
      'field type',
      'data type',
      'scale',
      'scale level',
      'scale of measurement',
      'kind',
      'skala',
      'skalenniveau',
    ],
  ],
  codes: [
    ...['codes', 'values', 'value labels', 'values and labels', 'codes and labels', 'categories', 'response options'],
    ...['responses', 'options', 'answer options', 'answers', 'answer categories', 'response categories', 'coding'],
    ...[
      'choices',
      'allowed values',
      'valid values',
      'possible values',
      'code list',
      'codelist',
      'value codes',
      'scheme',
    ],
    ...[
      'coding scheme',
      'code frame',
      'codeframe',
      'code scheme',
      'permitted values',
      'levels',
      'werte',
      'wertelabels',
    ],
    ...['answer codes', 'response codes', 'enumerations', 'value label set'],
  ],
  code: [
    ...['code', 'value', 'code value', 'value code', 'response code', 'answer code', 'option code', 'category code'],
    ...['numeric code', 'wert', 'waarde', 'valeur', 'valor', 'level code', 'data value', 'coded value'],
  ],
  codeLabel: [
    ...[
      'value label',
      'code label',
      'category',
      'category label',
      'response',
      'response label',
      'answer',
      'answer label',
    ],
    ...[
      'option',
      'option label',
      'answer text',
      'response text',
      'value description',
      'code description',
      'value meaning',
    ],
    ...[
      'meaning',
      'code meaning',
      'category name',
      'value text',
      'label of code',
      'label of value',
      'wertelabel',
      'text',
    ],
  ],
  missing: [
    ...['missing', 'missing values', 'missing value', 'missing codes', 'missing code', 'is missing', 'missings'],
    ...['no answer', 'no answers', 'missing data codes', 'user missing', 'fehlende werte', 'missing?', 'valid'],
  ],
  group: ['group', 'section', 'module', 'block', 'topic', 'theme', 'part', 'chapter', 'questionnaire section'],
  note: ['note', 'notes', 'comment', 'comments', 'remark', 'remarks', 'annotation'],
};

const ROLE_OF = new Map(ROLES.flatMap((role) => HEADINGS[role].map((heading) => [heading, role] as const)).reverse());

/** Of a longer cell only the beginning can be a heading. */
const LONGEST = 200;

/** A heading in small letters, without marks, underlines, points and spaces too many. */
export function plainHeading(text: string): string {
  return plainLetters(text.slice(0, LONGEST))
    .toLowerCase()
    .replace(/[_.:*#]+/g, ' ')
    .replace(/\(.*?\)/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
}

/** What each column of a codebook is, by its heading; null: not known. Of two alike the first counts. */
export function rolesOf(heading: readonly string[]): (Role | null)[] {
  const taken = new Set<Role>();
  return heading.map((cell) => {
    const role = ROLE_OF.get(plainHeading(cell)) ?? null;
    if (role === null || taken.has(role)) return null;
    taken.add(role);
    return role;
  });
}
