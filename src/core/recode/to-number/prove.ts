import { MISSING_REASONS, MISSING_WORDS } from '../../codebook/types.js';
import { whole } from '../../figures.js';
import { type Finding, type Proof } from '../proof-shape.js';
import type { Outcome, Tally, Converted } from './compute.js';

const sum = (tallies: readonly Tally[]) => tallies.reduce((total, { respondents }) => total + respondents, 0);

const LISTED = 6;
const list = (texts: readonly [string, Tally][]) =>
  texts
    .slice(0, LISTED)
    .map(([text, { respondents }]) => `“${text}” (${whole(respondents)})`)
    .join(', ') + (texts.length > LISTED ? ', …' : '');

/** Old against new for a conversion: each text that is no number, what it becomes, and whether the counts reconcile. */
export function proveToNumber(result: Omit<Converted, 'values' | 'wordOf' | 'groups'>): Proof {
  const { exceptions, coded, numbers, blank, respondents, made } = result;
  const odd = [...exceptions].sort(([, a], [, b]) => b.respondents - a.respondents);
  const byOutcome = (is: Outcome['is']) => odd.filter(([, { outcome }]) => outcome.is === is);
  const left = byOutcome('left');
  const missing = [...coded, ...byOutcome('missing')];
  const read = byOutcome('number');
  const filled = respondents - blank;
  const total = sum(read.map(([, tally]) => tally)) + numbers + sum([...coded.values()]);
  const findings: Finding[] = [
    {
      id: 'covered',
      holds: numbers > 0,
      title: 'Numbers',
      text: numbers > 0 ? `${whole(numbers)} of ${whole(filled)} texts spell a number.` : 'No text spells a number.',
      codes: [],
    },
    {
      id: 'left-over',
      holds: left.length === 0,
      title: 'Left over',
      text:
        left.length === 0
          ? 'Every text that is no number is decided on.'
          : `Not decided on: ${list(left)}. They become no answer.`,
      codes: left.map(([text]) => text),
    },
    {
      id: 'made-missing',
      holds: true,
      title: 'No answers',
      text: missing.length === 0 ? 'No text is declared to be none.' : `Declared: ${list(missing)}.`,
      codes: missing.map(([text]) => text),
    },
    {
      id: 'reconciled',
      holds: made === total && total + sum([...left, ...byOutcome('missing')].map(([, tally]) => tally)) === filled,
      title: 'Reconciled',
      text:
        `${whole(filled)} texts, ${whole(made)} numbers` +
        (read.length > 0 ? `, ${whole(sum(read.map(([, tally]) => tally)))} of them by decision` : '') +
        `; ${whole(blank)} blank stay blank.`,
      codes: [],
    },
  ];
  const reasons = MISSING_REASONS.filter((reason) =>
    missing.some(([, { outcome }]) => outcome.is === 'missing' && outcome.missing === reason),
  );
  const columns = [
    { code: 'number', label: 'A number', missing: false },
    ...reasons.map((reason) => ({ code: reason, label: MISSING_WORDS[reason], missing: true })),
    ...(left.length > 0 ? [{ code: 'left', label: 'Left over', missing: true }] : []),
  ];
  const into = ({ outcome, respondents }: Tally) => {
    const code = outcome.is === 'missing' ? outcome.missing : outcome.is;
    return columns.map((column) => (column.code === code ? respondents : 0));
  };
  const rows = [...odd, ...coded].map(([text, tally]) => ({
    code: text,
    label: text,
    missing: tally.outcome.is !== 'number',
    respondents: tally.respondents,
    went: into(tally),
  }));
  const plain = {
    code: '',
    label: 'Spelled as a number',
    missing: false,
    respondents: numbers,
    went: columns.map(({ code }) => (code === 'number' ? numbers : 0)),
  };
  const all = [plain, ...rows];
  return {
    holds: findings.every((finding) => finding.holds),
    findings,
    columns: columns.map((column, k) => ({
      ...column,
      respondents: all.reduce((total_, { went }) => total_ + went[k]!, 0),
    })),
    rows: all,
    respondents,
  };
}
