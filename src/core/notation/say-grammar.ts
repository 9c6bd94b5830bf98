import type { BlockPage } from './block/block.js';
import type { Grammar } from './form/form.js';
import { CLAUSE_RULES } from './words/clause.js';
import { studyEntries } from './words/study.js';

const isWord = (sign: string) => /[\p{L}\p{N}]/u.test(sign);

/** A grammar in one line, as the page on the notation writes it. */
function said(grammar: Grammar): string {
  switch (grammar.is) {
    case 'words':
      return `"${grammar.text}"`;
    case 'thing':
    case 'rule':
      return `<${grammar.name.replace(/^an? /u, '')}>`;
    case 'optional':
      return `[ ${said(grammar.part)} ]`;
    case 'sequence':
      return grammar.parts.map(said).filter(isWord).join(' ');
    case 'choice':
      return `( ${grammar.parts.map(said).join(' | ')} )`;
    case 'list': {
      const joints = grammar.between.split('|').map((joint) => `"${joint}"`);
      const joint = joints.length > 1 ? `( ${joints.join(' | ')} )` : joints.join('');
      return `${said(grammar.part)} { ${joint} ${said(grammar.part)} }`;
    }
  }
}

/** A rule of the grammar: what it is called, and the lines that it can be. */
export interface GrammarRule {
  name: string;
  /** Its first line. */
  head: string;
  /** Lines that can stand under it; `many`: any number of times. */
  lines: { text: string; many: boolean }[];
}

function rulesOf({ name, head, lines }: BlockPage, seen: Map<string, GrammarRule>): void {
  if (seen.has(name)) return;
  seen.set(name, {
    name,
    head: said(head),
    lines: lines.map(({ grammar, isRepeated }) => ({ text: said(grammar), many: isRepeated })),
  });
  for (const { blocks } of lines) for (const block of blocks) rulesOf(block, seen);
}

/** The whole grammar, out of the forms that read and print it. */
export function sayGrammar(): GrammarRule[] {
  const seen = new Map<string, GrammarRule>();
  for (const { blocks } of studyEntries) for (const block of blocks) rulesOf(block, seen);
  const clauses = Object.entries(CLAUSE_RULES).map(([name, grammar]) => ({ name, head: said(grammar), lines: [] }));
  return [...seen.values(), ...clauses];
}
