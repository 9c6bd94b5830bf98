import { useEffect, useMemo, useState } from 'react';
import type { StudyView, VariableDetail } from '../../api/types.js';
import { type Code, titleOf } from '../../core/codebook/types.js';
import { parseRegroup, printRegroup, sayRegroup } from '../../core/recode/recipe-text.js';
import { proveRegroup } from '../../core/recode/regroup.js';
import { startRegroup } from '../../core/recode/starts.js';
import type { Group, Regroup } from '../../core/recode/types.js';
import { Button, Choice, Problem, Wait } from '../../kit/kit.js';
import { client, problemText } from '../client.js';
import reading from '../reading/reading.module.css';
import { useDraft } from '../shell/use-draft.js';
import bench from '../shell/workbench.module.css';
import { KeepPanel } from './KeepPanel.js';
import { Loom, type Target } from './Loom.js';
import { OldAgainstNew } from './OldAgainstNew.js';
import { ProofPane } from './ProofPane.js';
import { useKeep } from './use-keep.js';
import css from './workings.module.css';
import { peekAt } from '../peek/Peek.js';

interface Draft {
  label: string;
  name: string;
  level: Regroup['level'];
  groups: Group[];
  setAside: string[];
}

function isDraft(value: unknown): value is Draft {
  if (typeof value !== 'object' || value === null) return false;
  const { label, name, groups, setAside } = value as Partial<Draft>;
  return typeof label === 'string' && typeof name === 'string' && Array.isArray(groups) && Array.isArray(setAside);
}

interface Props {
  view: StudyView;
  source: number;
  /** The working that is changed; null: a new one. */
  working: number | null;
  done: (variable: string) => void;
  leave: () => void;
  remove: (() => void) | null;
}

/** Makes or changes a regroup, with its proof beside it. Every change is proved at once, and kept in this browser. */
export function RegroupEditor({ view, source, working, done, leave, remove }: Props) {
  const variable = view.variables.find(({ id }) => id === source);
  const kept = view.workings.find(({ id }) => id === working);
  const made = view.variables.find(({ id }) => id === kept?.variable);
  const [detail, setDetail] = useState<VariableDetail | null>(null);
  const [problem, setProblem] = useState<{ detail: string; mend: string } | null>(null);
  const study = view.study.id;
  useEffect(() => {
    let wanted = true;
    client.variable(study, source).then(
      (found) => wanted && setDetail(found),
      (error: unknown) => wanted && setProblem(problemText(error)),
    );
    return () => {
      wanted = false;
    };
  }, [study, source]);
  if (problem) return <Problem {...problem} />;
  if (!variable || detail?.variable.id !== source) return <Wait>Counting…</Wait>;
  const codes = detail.codes.map(({ code, label, missing }): Code => ({ code, label, missing }));
  const recipe = kept?.recipe.kind === 'regroup' ? kept.recipe : null;
  const initial: Draft = {
    label: made ? made.label : `${titleOf(variable)}, regrouped`,
    name: made?.name ?? '',
    level: recipe?.level ?? (variable.level === 'unordered' ? 'unordered' : 'ordered'),
    groups: recipe?.groups ?? startRegroup('each', codes),
    setAside: recipe?.setAside ?? [],
  };
  return (
    <Editor
      key={`${source}-${working ?? 'new'}`}
      view={view}
      detail={detail}
      codes={codes}
      initial={initial}
      working={working}
      done={done}
      leave={leave}
      remove={remove}
    />
  );
}

interface EditorProps extends Omit<Props, 'source'> {
  detail: VariableDetail;
  codes: Code[];
  initial: Draft;
}

const renumber = (groups: readonly Group[]): Group[] => groups.map((group, k) => ({ ...group, code: String(k + 1) }));

function Editor({ view, detail, codes, initial, working, done, leave, remove }: EditorProps) {
  const [draft, put, forget] = useDraft(
    `hatch-count:${view.study.id}:regroup:${detail.variable.name}:${working ?? 'new'}`,
    initial,
    isDraft,
  );
  const [text, setText] = useState<string | null>(null);
  const [unread, setUnread] = useState<{ line: number; text: string }[]>([]);
  const [problem, setProblem] = useState<{ detail: string; mend: string } | null>(null);
  const recipe: Regroup = useMemo(
    () => ({
      kind: 'regroup',
      source: detail.variable.id,
      level: draft.level,
      groups: draft.groups,
      setAside: draft.setAside,
    }),
    [detail, draft],
  );
  const counts = useMemo(() => new Map(detail.codes.map(({ code, respondents }) => [code, respondents])), [detail]);
  const proof = useMemo(() => proveRegroup(recipe, codes, counts, detail.blank), [recipe, codes, counts, detail]);
  const change = (next: Partial<Draft>) => {
    put({ ...draft, ...next });
    setText(null);
    setUnread([]);
  };
  const without = (code: string) => ({
    groups: draft.groups.map((group) => ({ ...group, from: group.from.filter((one) => one !== code) })),
    setAside: draft.setAside.filter((one) => one !== code),
  });
  const send = (code: string, target: Target) => {
    const { groups, setAside } = without(code);
    if (target.to === 'aside') change({ groups, setAside: [...setAside, code] });
    else if (target.to === 'nowhere') change({ groups, setAside });
    else if (target.to === 'new') {
      const label = codes.find((one) => one.code === code)?.label ?? code;
      change({ groups: renumber([...groups, { code: '', label, from: [code] }]), setAside });
    } else
      change({
        groups: groups.map((group, k) => (k === target.at ? { ...group, from: [...group.from, code] } : group)),
        setAside,
      });
  };
  const swapped = (at: number, by: number) => {
    const groups = [...draft.groups];
    const [group] = groups.splice(at, 1);
    if (group) groups.splice(at + by, 0, group);
    return renumber(groups);
  };
  const kept = (label: string) => {
    forget();
    done(label);
  };
  const keeping = useKeep(view.study.id, working, kept, setProblem);
  const keep = () => {
    keeping.keep({
      name: draft.name,
      label: draft.label,
      recipe: {
        ...recipe,
        groups: draft.groups.map((group) => ({ ...group, from: [...group.from] })),
        setAside: [...draft.setAside],
      },
    });
  };
  return (
    <>
      <div className={bench['middle']}>
        <h1 className={css['title']}>
          <input
            aria-label="Label of the new variable"
            placeholder="a label for the new variable"
            value={draft.label}
            onChange={(event) => change({ label: event.target.value })}
          />
          <i>regroups</i>
          <span className={css['source']} {...peekAt(detail.variable.id)}>
            {titleOf(detail.variable)}
          </span>
        </h1>
        <div className={css['toolbar']} role="group" aria-label="Regroup">
          <div>
            <span>Start from</span>
            <Button onClick={() => change({ groups: startRegroup('each', codes), setAside: [] })}>each its own</Button>
            <Button onClick={() => change({ groups: startRegroup('reverse', codes), setAside: [] })}>reverse</Button>
            <Button onClick={() => change({ groups: startRegroup('halves', codes), setAside: [] })}>two halves</Button>
            <Button onClick={() => change({ groups: startRegroup('ends', codes), setAside: [] })}>
              two, middle, two
            </Button>
          </div>
          <div>
            <span>Result</span>
            <Choice
              label="Level of the new variable"
              value={draft.level}
              of={[
                ['ordered', 'ordered'],
                ['unordered', 'categories'],
              ]}
              choose={(level) => change({ level })}
            />
          </div>
        </div>
        {problem && <Problem {...problem} dismiss={() => setProblem(null)} />}
        <Loom
          source={codes}
          proof={proof}
          groups={draft.groups}
          setAside={draft.setAside}
          send={send}
          rename={(at, label) =>
            change({ groups: draft.groups.map((group, k) => (k === at ? { ...group, label } : group)) })
          }
          move={(at, by) => change({ groups: swapped(at, by) })}
          remove={(at) => change({ groups: renumber(draft.groups.filter((_, k) => k !== at)) })}
          merge={(from, into) => {
            const [moved, kept] = [draft.groups[from], draft.groups[into]];
            if (!moved || !kept) return;
            const groups = draft.groups
              .map((group, k) => (k === into ? { ...kept, from: [...kept.from, ...moved.from] } : group))
              .filter((_, k) => k !== from);
            change({ groups: renumber(groups) });
          }}
        />
        <section className={css['section']}>
          <h2>
            Old against new<small>respondents</small>
          </h2>
          <OldAgainstNew proof={proof} totals />
        </section>
      </div>
      <aside className={bench['reading']} aria-label="Proof and recipe">
        <ProofPane proof={proof} respondents={proof.respondents}>
          <section className={reading['answer']}>
            <h2 className={reading['question']}>The recipe in a line</h2>
            <p className={reading['sentence']}>{sayRegroup(recipe, codes)}</p>
            <details className={reading['more']} open={text !== null}>
              <summary>Type it instead</summary>
              <textarea
                className={css['text']}
                aria-label="The recipe as text"
                value={text ?? printRegroup(recipe)}
                onChange={(event) => {
                  const read = parseRegroup(event.target.value, codes);
                  put({ ...draft, groups: read.groups, setAside: read.setAside });
                  setText(event.target.value);
                  setUnread(read.unread);
                }}
              />
              <p className={css['hint']}>A group a line: label, colon, codes. “1-3” names the answers from 1 to 3.</p>
              {unread.map(({ line, text: unreadText }) => (
                <p key={line} className={css['warn']}>
                  Line {line}, “{unreadText}”, has no colon: write label, colon, codes.
                </p>
              ))}
            </details>
          </section>
          <KeepPanel
            noun="working"
            isNew={working === null}
            name={draft.name}
            setName={(name) => change({ name })}
            fails={!proof.holds}
            hint={working === null ? null : 'Changing it changes every table and working that uses it.'}
            ready={!keeping.busy && draft.label.trim() !== ''}
            keep={keep}
            leave={() => {
              forget();
              leave();
            }}
            remove={remove}
          />
        </ProofPane>
      </aside>
    </>
  );
}
