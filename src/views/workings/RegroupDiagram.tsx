import { bidiShown } from '../../core/bidi-shown.js';
import { total } from '../../core/numerics/total.js';
import { plural } from '../../core/words.js';
import { whole } from '../../core/figures.js';
import type React from 'react';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { pensFor, TONES } from '../../charts/pens.js';
import { ribbons, targetHeightsFor } from '../../charts/ribbons.js';
import { type Code, isAnswer } from '../../core/codebook/types.js';
import type { Group } from '../../core/recode/regroup/shape.js';
import type { Proof } from '../../core/recode/proof-shape.js';
import css from './workings.module.css';

const ROW = 50;
const DRAG = 'application/x-hatch-code';

/** Where a code of the source is sent. */
export type Target = { to: 'group'; at: number } | { to: 'aside' } | { to: 'nowhere' } | { to: 'new' };

export interface RegroupDiagramProps {
  source: readonly Code[];
  /** Respondents by code of the source, and those who are blank. */
  counts: ReadonlyMap<string, number>;
  blank: number;
  /** What was proved of the groups; null until there is an answer. */
  proof: Proof | null;
  groups: readonly Group[];
  setAside: readonly string[];
  /** Of a multiple-response question: who answered it; shares are of these. Null: of all who are in a group. */
  answered: number | null;
  /** The group that blanks go to; null: they stay blank. */
  blankTo: number | null;
  send: (code: string, target: Target) => void;
  rename: (at: number, label: string) => void;
  /** Puts a group before the one at `to`; at the end where there is none. */
  place: (from: number, to: number) => void;
  remove: (at: number) => void;
  /** Everything in one group goes into another. */
  merge: (from: number, into: number) => void;
}

interface RibbonProps {
  drawn: ReturnType<typeof ribbons>;
  /** Those that the ribbons begin at. */
  codes: readonly Code[];
  width: number;
  height: number;
}

/** From each answer to its group, in the pen of the group. */
function AnswerRibbons({ drawn, codes, groups, width, height }: RibbonProps & { groups: number }) {
  const pens = pensFor(groups);
  return (
    <svg className={css['ribbons']} height={height} aria-hidden="true">
      {drawn.map(({ path, to, start, end }, k) => {
        const pen = to === null ? null : pens[to];
        const tone = pen ? TONES[pen.tone] : 'var(--caution)';
        return (
          <g key={codes[k]?.code}>
            <path
              d={path}
              fill={pen ? `url(#pen-${pen.id})` : 'var(--caution-wash)'}
              stroke={tone}
              strokeWidth="0.8"
              strokeDasharray={pen ? undefined : '3 3'}
            />
            <rect
              x="0"
              y={start.y}
              width="8"
              height={start.thickness}
              fill={to === null ? 'var(--caution)' : 'var(--ink)'}
            />
            {to !== null && <rect x={width - 8} y={end.y} width="8" height={end.thickness + 1} fill={tone} />}
          </g>
        );
      })}
    </svg>
  );
}

/** From what is no answer to where it stays so. */
function LowerRibbons({ drawn, codes, width, height }: RibbonProps) {
  return (
    <svg className={css['ribbons']} height={height} aria-hidden="true">
      {drawn.map(({ path, start, end }, k) => (
        <g key={codes[k]?.code ?? 'blank'}>
          <path d={path} fill="var(--sunk)" stroke="var(--rule-strong)" strokeWidth="0.8" />
          <rect x="0" y={start.y} width="8" height={start.thickness} fill="var(--rule-strong)" />
          <rect x={width - 8} y={end.y} width="8" height={end.thickness + 1} fill="var(--soft)" />
        </g>
      ))}
    </svg>
  );
}

/**
 * The recode as ribbons from old codes to new groups: the place to edit it, and its proof at once. Drag a code onto a
 * group, or choose where it goes; a code that goes nowhere dangles.
 */
export function RegroupDiagram(props: RegroupDiagramProps) {
  const { source, proof, groups, setAside, send } = props;
  const middle = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(200);
  useLayoutEffect(() => setWidth(middle.current?.clientWidth ?? 200), []);
  useEffect(() => {
    const { current } = middle;
    if (!current) return;
    const observer = new ResizeObserver(() => setWidth(current.clientWidth));
    observer.observe(current);
    return () => observer.disconnect();
  }, []);

  const respondents = (code: string) => props.counts.get(code) ?? 0;
  const blank = proof?.rows.at(-1)?.respondents ?? props.blank;
  const inGroup = (code: string) => proof?.columns.find((column) => column.code === code)?.respondents ?? 0;
  const groupOf = (code: string) => {
    const at = groups.findIndex(({ from }) => from.includes(code));
    return at < 0 ? null : at;
  };
  const kept = (code: Code) => !isAnswer(code) && groupOf(code.code) === null;
  const answers = source.filter(
    (code) => !kept(code) && !(setAside.includes(code.code) && groupOf(code.code) === null),
  );
  const without = source.filter((code) => !answers.includes(code));
  const upper = Math.max(answers.length, Math.max(1, groups.length)) * ROW;
  const most = Math.max(blank, ...source.map(({ code }) => respondents(code)));
  const oldCodes = answers.map(({ code }) => ({ value: respondents(code), target: groupOf(code) }));
  const targetHeights = targetHeightsFor(oldCodes, groups.length, { most, rowHeight: ROW, least: ROW, all: upper });
  const topOf = (at: number) => total(targetHeights.slice(0, at));
  const drawn = ribbons({
    oldCodes,
    targets: groups.length,
    oldTops: answers.map((_, k) => k * ROW),
    targetTops: groups.map((_, k) => topOf(k)),
    targetHeights,
    rowHeight: ROW,
    left: 8,
    right: width - 8,
    most,
  });
  const inGroups = groups.reduce((sum, { code }) => sum + inGroup(code), 0);
  const base = props.answered ?? inGroups;
  const lost = props.answered === null ? (proof?.columns.at(-1)?.respondents ?? blank) : blank;
  const lower = without.length + 1;
  const lowerRibbons = ribbons({
    oldCodes: [...without.map(({ code }) => respondents(code)), blank].map((value) => ({ value, target: 0 })),
    targets: 1,
    oldTops: Array.from({ length: lower }, (_, k) => k * ROW),
    targetTops: [0],
    targetHeights: [lower * ROW],
    rowHeight: ROW,
    left: 8,
    right: width - 8,
    most,
  });
  const old = (code: Code) => (
    <OldCode
      key={code.code}
      code={code}
      respondents={respondents(code.code)}
      at={groupOf(code.code)}
      aside={setAside.includes(code.code)}
      groups={groups}
      send={(target) => send(code.code, target)}
    />
  );
  return (
    <div className={css['diagram']} data-testid="regroup-diagram">
      <p className={css['colHead']}>
        {source.length} {props.answered === null ? 'codes, and blank' : 'options, and who did not answer'}
      </p>
      <p />
      <p className={css['colHead']}>{plural(groups.length, 'group')}</p>
      <div>{answers.map(old)}</div>
      <div ref={middle}>
        <AnswerRibbons
          drawn={drawn}
          codes={answers}
          groups={groups.length}
          width={width}
          height={Math.max(upper, topOf(groups.length))}
        />
      </div>
      <div>
        {groups.map((group, at) => (
          <GroupBox
            key={group.code}
            {...props}
            group={group}
            at={at}
            height={targetHeights[at] ?? ROW}
            respondents={inGroup(group.code)}
            base={base}
          />
        ))}
      </div>
      <p className={css['divide']}>answers above, no answer below</p>
      <div>
        {without.map(old)}
        <div className={css['old']}>
          <span className={css['code']} />
          <span className={css['oldLabel']}>
            {props.blankTo === null ? 'blank' : `blank, to ${groups[props.blankTo]?.label ?? ''}`}
          </span>
          <span className={css['count']}>{whole(blank)}</span>
        </div>
      </div>
      <div>
        <LowerRibbons drawn={lowerRibbons} codes={without} width={width} height={lower * ROW} />
      </div>
      <div className={css['group']} style={{ height: lower * ROW }}>
        <div>
          <b>No answer</b>
          <p className={css['groupMeta']}>{whole(lost)}, each with its own reason</p>
        </div>
      </div>
    </div>
  );
}

interface OldCodeProps {
  code: Code;
  respondents: number;
  at: number | null;
  aside: boolean;
  groups: readonly Group[];
  send: (target: Target) => void;
}

function OldCode({ code, respondents, at, aside, groups, send }: OldCodeProps) {
  const lost = at === null && isAnswer(code) && !aside;
  const value = at !== null ? `group-${at}` : aside ? 'aside' : isAnswer(code) ? 'nowhere' : 'missing';
  return (
    <div
      className={css['old']}
      data-lost={lost}
      data-code={code.code}
      draggable
      onDragStart={(event) => {
        event.dataTransfer.setData(DRAG, code.code);
        event.dataTransfer.effectAllowed = 'move';
      }}
    >
      <span className={css['code']}>{code.code}</span>
      <span className={css['oldLabel']} title={bidiShown(code.label)}>
        {code.label === code.code ? '' : bidiShown(code.label)}
      </span>
      <span className={css['count']}>{whole(respondents)}</span>
      <select
        className={css['goes']}
        aria-label={`${code.code} ${code.label} goes to`}
        title="Where it goes"
        value={value}
        onChange={(event) => {
          const chosen = event.target.value;
          if (chosen === 'new') send({ to: 'new' });
          else if (chosen === 'aside') send({ to: 'aside' });
          else if (chosen.startsWith('group-')) send({ to: 'group', at: Number(chosen.slice('group-'.length)) });
          else send({ to: 'nowhere' });
        }}
      >
        {groups.map((group, k) => (
          <option key={group.code} value={`group-${k}`}>
            {group.label || `Group ${k + 1}`}
          </option>
        ))}
        <option value="new">a new group</option>
        {isAnswer(code) ? (
          <option value="aside">no answer: set aside</option>
        ) : (
          <option value="missing">no answer, as it is</option>
        )}
        {isAnswer(code) && <option value="nowhere">nowhere</option>}
      </select>
    </div>
  );
}

interface GroupBoxProps extends RegroupDiagramProps {
  group: Group;
  at: number;
  height: number;
  respondents: number;
  base: number;
}

/** Where something is let go on a group: into it, or, of a group, before or behind it. */
type Over = 'into' | 'before' | 'behind' | null;

function GroupBox({ group, at, height, respondents, base, groups, send, rename, place, remove, merge }: GroupBoxProps) {
  const [over, setOver] = useState<Over>(null);
  const overAt = (event: React.DragEvent<HTMLElement>): Over => {
    if (event.dataTransfer.types.includes(DRAG)) return 'into';
    const { top, height: tall } = event.currentTarget.getBoundingClientRect();
    const share = (event.clientY - top) / tall;
    return share < 0.25 ? 'before' : share > 0.75 ? 'behind' : 'into';
  };
  return (
    <div
      className={css['group']}
      style={{ height }}
      data-over={over ?? undefined}
      data-group={group.code}
      draggable
      onDragStart={(event) => {
        if (event.target !== event.currentTarget) return;
        event.dataTransfer.setData(`${DRAG}-group`, String(at));
        event.dataTransfer.effectAllowed = 'move';
      }}
      onDragOver={(event) => {
        if (!event.dataTransfer.types.some((type) => type.startsWith(DRAG))) return;
        event.preventDefault();
        setOver(overAt(event));
      }}
      onDragLeave={() => setOver(null)}
      onDrop={(event) => {
        const where = overAt(event);
        setOver(null);
        event.preventDefault();
        const code = event.dataTransfer.getData(DRAG);
        const from = event.dataTransfer.getData(`${DRAG}-group`);
        if (code !== '') send(code, { to: 'group', at });
        else if (from === '' || Number(from) === at) return;
        else if (where === 'into') merge(Number(from), at);
        else place(Number(from), where === 'before' ? at : at + 1);
      }}
    >
      <input
        aria-label={`Label of group ${at + 1}`}
        value={group.label}
        onChange={(event) => rename(at, event.target.value)}
      />
      <p className={css['groupMeta']}>
        {whole(respondents)}
        {base > 0 && ` · ${((100 * respondents) / base).toFixed(1)}%`}
      </p>
      <div className={css['groupTools']}>
        <button
          type="button"
          className={css['tool']}
          aria-label={`Move ${group.label} up`}
          title="Up"
          disabled={at === 0}
          onClick={() => place(at, at - 1)}
        >
          ↑
        </button>
        <button
          type="button"
          className={css['tool']}
          aria-label={`Move ${group.label} down`}
          title="Down"
          disabled={at === groups.length - 1}
          onClick={() => place(at, at + 2)}
        >
          ↓
        </button>
        <button
          type="button"
          className={css['tool']}
          aria-label={`Take out ${group.label}`}
          title="Take out"
          onClick={() => remove(at)}
        >
          ×
        </button>
      </div>
    </div>
  );
}
