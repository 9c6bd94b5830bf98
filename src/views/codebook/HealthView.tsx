import { z } from 'zod';
import type { CodebookIssue, RosterVariable, StudyView } from '../../api/types.js';
import { titleOf } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { Button, Wait } from '../../kit/kit.js';
import { change } from '../server/ask.js';
import { editEntries } from '../server/edit-entries.js';
import { peekAt } from '../peek/Peek.js';
import { numberAddress } from '../workings/workings-address.js';
import type { KeptShape } from '../../core/kept-shape.js';
import { useStudyDraft } from '../shell/use-study-draft.js';
import type { CodebookTab } from './CodebookScreen.js';
import { declaringOf } from './SuggestedMissing.js';
import type { Codebook } from './use-codebook.js';
import css from './codebook.module.css';

const TITLES: Record<CodebookIssue['is'], string> = {
  unsound: 'Workings whose proof fails',
  twins: 'Identifiers that several respondents share',
  undeclared: 'Codes that are probably no answer',
  words: 'Words among numbers, not decided on',
  written: 'Numbers kept as text',
  unlabelled: 'Codes without a label',
  blank: 'Variables without any value',
  unused: 'Labels that nobody has given',
};

interface Props {
  study: string;
  view: StudyView;
  codebook: Codebook;
  go: (place: CodebookTab, variable?: string | null, value?: string | null) => void;
}

const keyOf = ({ is, variable, codes }: CodebookIssue) => `${is} ${variable} ${codes.join(' ')}`;
const KEYS: KeptShape<string[]> = { version: 1, shape: z.array(z.string()) };

/** What is wrong with the study, each with its mend. */
export function HealthView({ study, view, codebook, go }: Props) {
  const { health, run } = codebook;
  const [right, setRight] = useStudyDraft<string[]>(study, 'right', [], KEYS);
  if (!health) return <Wait>Looking through the study…</Wait>;
  const byId = new Map(view.variables.map((variable) => [variable.id, variable]));
  const open = health.filter((candidate) => !right.includes(keyOf(candidate)));
  const kinds = (Object.keys(TITLES) as CodebookIssue['is'][]).filter((kind) => open.some(({ is }) => is === kind));
  const passed = health.length - open.length;
  return (
    <section className={css['health']} aria-label="Health of the study">
      <h1>{open.length === 0 ? 'Nothing to mend' : `${whole(open.length)} things to mend`}</h1>
      {open.length === 0 && (
        <p className={css['soft']}>
          Codes have labels, probable missing codes are declared, identifiers are each one respondent’s, and every proof
          holds.
        </p>
      )}
      {kinds.map((kind) => (
        <section key={kind} aria-label={TITLES[kind]}>
          <h2 className={css['healthTitle']}>
            {TITLES[kind]}
            {kind === 'undeclared' && <DeclareAll study={study} health={open} variables={view.variables} run={run} />}
          </h2>
          <table className={css['issues']}>
            <caption className="sr-only">{TITLES[kind]}</caption>
            <tbody>
              {open
                .filter(({ is }) => is === kind)
                .map((issue) => {
                  const variable = byId.get(issue.variable);
                  if (!variable) return null;
                  return (
                    <tr key={keyOf(issue)}>
                      <th scope="row">
                        <a
                          href={`/studies/${study}/codebook?variable=${encodeURIComponent(variable.name)}`}
                          {...peekAt(variable.id)}
                        >
                          {titleOf(variable)}
                        </a>
                        {variable.label !== '' && <small>{variable.name}</small>}
                      </th>
                      <td>{issue.text}</td>
                      <td className={css['mends']}>
                        <span>
                          <Mend study={study} issue={issue} variable={variable} run={run} go={go} />
                          <Button onClick={() => setRight([...right, keyOf(issue)])}>It is right</Button>
                        </span>
                      </td>
                    </tr>
                  );
                })}
            </tbody>
          </table>
        </section>
      ))}
      {passed > 0 && (
        <p className={css['soft']}>
          {whole(passed)} passed over as right. <Button onClick={() => setRight([])}>Show again</Button>
        </p>
      )}
    </section>
  );
}

/** Declares all codes that are probably no answers at once, each with its reason. */
function DeclareAll({
  study,
  health,
  variables,
  run,
}: Pick<Props, 'study'> & {
  health: readonly CodebookIssue[];
  variables: readonly RosterVariable[];
  run: Codebook['run'];
}) {
  const declaring = declaringOf(health, variables);
  const reached = new Set(declaring.in.flatMap((item) => item.variables)).size;
  if (reached < 2) return null;
  return (
    <Button onClick={() => void run(() => change('POST /studies/{study}/missing', { study, body: declaring }))}>
      Declare all in {whole(reached)} variables, each with its reason
    </Button>
  );
}

interface MendProps extends Pick<Props, 'study' | 'go'> {
  issue: CodebookIssue;
  variable: RosterVariable;
  run: Codebook['run'];
}

function Mend({ study, issue, variable, run, go }: MendProps) {
  const { is, codes } = issue;
  const { id, name, codeListId } = variable;
  if (is === 'unsound') {
    return (
      <a href={`/studies/${study}/workings${variable.workingId === null ? '' : `?working=${variable.workingId}`}`}>
        See the working
      </a>
    );
  }
  if (is === 'twins')
    return <Button onClick={() => go('respondents', name, codes[0] ?? null)}>See these respondents</Button>;
  if (is === 'undeclared') {
    const declare = () => change('POST /studies/{study}/missing', { study, body: declaringOf([issue], [variable]) });
    return <Button onClick={() => void run(declare)}>Declare missing</Button>;
  }
  if (is === 'written') return <a href={numberAddress(study, name, issue.decimal ?? '.')}>Make it a number…</a>;
  if (is === 'words') return <Button onClick={() => go('variables', name)}>Decide on them</Button>;
  if (is === 'unlabelled') return <Button onClick={() => go('variables', name)}>Label them</Button>;
  if (is === 'blank')
    return (
      <Button onClick={() => void run(() => editEntries(study, [{ variable: id, aside: true }]))}>Set aside</Button>
    );
  const without = variable.codes.filter(({ code }) => !codes.includes(code));
  if (codeListId === null) return null;
  return (
    <Button onClick={() => void run(() => editEntries(study, [{ variable: id, codes: without, codesFor: 'all' }]))}>
      Take the labels out
    </Button>
  );
}
