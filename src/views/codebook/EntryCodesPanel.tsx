import type { CodeList, RosterVariable, VariableDetail } from '../../api/types.js';
import type { CodeOrderKind } from '../../core/codebook/code-order.js';
import { isCategories } from '../../core/codebook/levels.js';
import { isAnswer } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { Field } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { editEntries } from '../server/edit-entries.js';
import { CodesEditor, OrderSelect } from './CodesEditor.js';
import { changedCodes, type EntryCodes } from './entry-codes.js';
import { listsByName } from './grid-edits.js';
import { orderCodesOf } from './order-codes-of.js';
import { problemText } from '../server/problem.js';
import type { Work } from './use-codebook.js';
import type { EntryDraft } from './use-entry-draft.js';
import css from './codebook.module.css';

interface Props {
  study: string;
  variable: RosterVariable;
  variables: readonly RosterVariable[];
  lists: readonly CodeList[];
  detail: VariableDetail;
  entry: EntryDraft;
  shown: EntryCodes;
  wanted: string;
  want: (value: string) => void;
  run: (work: Work) => Promise<boolean>;
  fail: (problem: { detail: string; mend: string }) => void;
}

const sumOf = (codes: readonly { respondents: number }[]) =>
  codes.reduce((sum, { respondents }) => sum + respondents, 0);

/** How the codes stand, and which list they are in. */
function ListTools({ study, variable, variables, lists, detail, entry, shown, run, fail }: Props) {
  const { draft, setDraft } = entry;
  const named = listsByName(lists);
  const order = (by: CodeOrderKind, of?: number) => {
    orderCodesOf(study, variable.id, { by, of, codes: shown.codes }).then(
      (ordered) => setDraft({ ...draft, codes: ordered }),
      (error: unknown) => fail(problemText(error)),
    );
  };
  /** Another list, or the same codes in a list that nobody else uses. */
  const giveList = (list: number | null) => {
    if (list === null && detail.sharesList.length === 0) return;
    const edit = list === null ? { codes: variable.codes, codesFor: 'this' as const } : { codeList: list };
    void run(() => editEntries(study, [{ variable: variable.id, ...edit }]));
  };
  const listId = variable.codeListId;
  return (
    <div className={css['listTools']}>
      <OrderSelect
        numbers={variables.filter(({ id, level }) => level === 'number' && id !== variable.id)}
        order={order}
      />
      <select
        aria-label="Code list"
        value={listId !== null && [...named.values()].includes(listId) ? listId : ''}
        onChange={(event) => giveList(event.target.value === '' ? null : Number(event.target.value))}
      >
        <option value="">a list of its own</option>
        {[...named].map(([name, id]) => (
          <option key={id} value={id}>
            list {name}
          </option>
        ))}
      </select>
    </div>
  );
}

/** Who answered, who did not, and who is blank. */
function Sums({ variable, detail }: Pick<Props, 'variable' | 'detail'>) {
  const isMultiple = variable.level === 'multiple';
  return (
    <table className={css['sums']}>
      <tbody>
        <tr>
          <th scope="row">{isMultiple ? 'Respondents' : 'Answers'}</th>
          <td>{whole(detail.answered)}</td>
        </tr>
        {!isMultiple && (
          <tr className={css['soft']}>
            <th scope="row">Missing codes</th>
            <td>{whole(sumOf(detail.codes.filter((code) => !isAnswer(code))))}</td>
          </tr>
        )}
        <tr className={css['soft']}>
          <th scope="row">{isMultiple ? 'Blank, or no answer' : 'Blank'}</th>
          <td>{whole(detail.blank)}</td>
        </tr>
      </tbody>
    </table>
  );
}

/** The codes of an entry, to be labelled, marked as missing, and put in order; with their respondents. */
export function EntryCodesPanel(props: Props) {
  const { variable, detail, entry, shown, wanted, want } = props;
  const { draft, setDraft } = entry;
  const { codes, listed, isLong } = shown;
  const level = draft.level ?? variable.level;
  const fromFile = variable.workingId === null;
  const isNumber = level === 'number';
  if (level === 'text') return null;
  return (
    <>
      {(listed.length > 0 || isNumber) && (
        <>
          {fromFile && isCategories(level) && <ListTools {...props} />}
          {listed.length > 0 && (
            <CodesEditor
              codes={listed}
              put={(next) => setDraft({ ...draft, codes: changedCodes(isNumber, shown, next) })}
              respondents={new Map(detail.codes.map(({ code, respondents }) => [code, respondents]))}
              fixed={!fromFile}
              movable={isCategories(level)}
            />
          )}
          <Sums variable={variable} detail={detail} />
        </>
      )}
      {isNumber && fromFile && (
        <Field
          label={
            isLong
              ? `The ends of ${whole(codes.length)} values. List another, to mark or label it`
              : 'List another value, to mark or label it'
          }
        >
          <input
            className={kit['input']}
            inputMode="decimal"
            value={wanted}
            onChange={(event) => want(event.target.value)}
          />
        </Field>
      )}
    </>
  );
}
