import { readFileSync, writeFileSync } from 'node:fs';
import { format, resolveConfig } from 'prettier';
import { type GrammarRule, sayGrammar } from '../src/core/notation/say-grammar.js';

export const NOTATION_PAGE = 'docs/notation.md';
/** Everything that the notation can say, once. */
export const NOTATION_EXAMPLE = 'docs/notation.hatch';

const HEAD = `# The notation: a study as text

A text says everything of a study but its respondents: variables with labels, levels and codes, code lists,
workings, multiple-response questions, themes and what was coded, tables as their sentences, binders with their
notes, settings. It is made of the words that stand on the screens. This page is made by \`npm run
notation-page\` out of the forms in \`src/core/notation/words/\`, which read and print it; a test holds the two
together.

## How it is written

- **One thing a line.** What belongs to a line stands deeper under it; two spaces in normal form, and any depth
  that is the same for all lines under one. Things come in any order, but variables, which stand in the order of
  the roster, and what stands in a binder.
- **Names and codes** stand bare where they are of letters, digits, \`_\`, \`.\`, \`+\` and \`-\`, and are no
  word that a line of the notation begins with; otherwise in quotes. **Labels and texts** always stand in
  quotes: \`\\"\`, \`\\\\\`, \`\\n\`, \`\\t\`, \`\\r\`, \`\\u{…}\` inside them. In the place of a name or a code
  its label can stand, in quotes, where only one has it; a name goes before a label. \`code "…"\` is a code that
  is never taken for a label. Texts are printed with names and codes, so that a label that changes changes one
  line.
- **Capitals** of the words do not matter. A comma before a word of the notation can be left away. What follows
  a \`#\` outside of quotes is a comment: \`hatch-count format\` keeps comments; a study does not, it has notes.
- **What is not said** is as usual: nothing is printed that would be understood without it.
- **All of a study, or a part.** As all of a study, a text takes out what it does not name: workings, code
  lists, tables, binders. Columns of the data stay. As a part it is added: variables of the same name are put in
  the place of the old ones, tables behind those that a binder has. A working that is called otherwise and has
  the same recipe stays the same variable.
- **What is not in a text:** respondents; figures that are frozen (their tables are; one that is frozen cannot
  be changed); which tables and workings went over when a working took the place of its source; who did what,
  which is the ledger's. The study's name, subtitle and words for size are set by a text, but are no entry of
  the ledger, as elsewhere.

## With commands

\`\`\`
hatch-count print STUDY                                      its text
hatch-count check FILE [--study STUDY]                       what is wrong with a text, and what it would change
hatch-count format FILE [--write | --check]                  each line in normal form
hatch-count diff BEFORE AFTER                                what differs, and which tables can have other figures
hatch-count take STUDY FILE [--add]                          make a study what a text says, as one change
hatch-count run FILE --data wave2.csv --out report.xlsx      new data, the text, the binder: in one command
\`\`\`

Problems are told one a line, as \`FILE:LINE:COLUMN: what is wrong, and the mend\`, on standard error. Exit
codes: 0, all is well; 1, \`diff\` found a difference, or \`format --check\` a line that is not in normal form;
2, something cannot be read or done, and nothing was; 3, of \`run\`: a proof fails (\`--allow-failing\` lets
it), or with \`--strict\` the data have codes or columns that the text does not name. \`--json\` says the same
for programs. \`-\` stands for standard input, for texts and for data. Codes that new data have and the text
does not name stand behind those that it names, and are told.

## Grammar

\`"words"\` stand as they are, \`<things>\` are below or are a name, a code, a number or a text; \`[ ]\` may be
left away, \`( | )\` is one of several, \`{ }\` any number of times. Lines marked \`*\` can stand several times.`;

const ruleText = ({ name, head, lines }: GrammarRule): string =>
  [`<${name}> =`, `  ${head}`, ...lines.map(({ text, many }) => `  ${many ? '*' : ' '}   ${text}`)].join('\n');

/** The page on the notation, out of the forms that read and print it. */
export async function notationPage(): Promise<string> {
  const grammar = sayGrammar().map(ruleText).join('\n\n');
  const example = readFileSync(NOTATION_EXAMPLE, 'utf8');
  const page = `${HEAD}\n\`\`\`\n${grammar}\n\`\`\`\n\n## An example of everything\n\n\`\`\`\n${example}\`\`\`\n`;
  return format(page, { ...(await resolveConfig(NOTATION_PAGE)), filepath: NOTATION_PAGE });
}

/** Writes the page. */
export async function writeNotationPage(): Promise<void> {
  writeFileSync(NOTATION_PAGE, await notationPage());
}
