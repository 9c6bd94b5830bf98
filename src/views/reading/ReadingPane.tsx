import { scaleLinear, scaleLog } from 'd3-scale';
import { type ReactNode, useState } from 'react';
import type { Answer, ReadCell, ReadMeasure, ReadTest } from '../../core/reading/types.js';
import { coefficient, SAY_UNIT } from '../../core/reading/words.js';
import { Button } from '../../kit/kit.js';
import { HatchSample } from '../../kit/Hatch.js';
import { Marked, Marks, Note, Panel, PanelBehind, Said, Verdict } from '../../kit/Panel.js';
import css from './reading.module.css';
import type { WorkedExamples } from '../../core/reading/worked-examples/worked-examples-of.js';
import { NamedText } from '../peek/NamedText.js';
import { type SizeChoice, SizeScale, USUAL_SIZES } from './SizeScale.js';
import { ShowWorkedExample } from './ShowWorkedExample.js';
import type { Exact } from './use-exact.js';

const WIDTH = 104;

/** A coefficient on its own range, with its interval. */
function Dot({ measure }: { measure: ReadMeasure }) {
  const [least, most] = measure.range;
  const scale = measure.unit === 'ratio' ? scaleLog : scaleLinear;
  const x = scale([least, most], [5, WIDTH - 5]).clamp(true);
  // What no difference is: it gets a tick where it is inside the range.
  const none = measure.unit === 'ratio' ? 1 : 0;
  return (
    <svg width={WIDTH} height="16" viewBox={`0 0 ${WIDTH} 16`} aria-hidden="true">
      <line x1="5" x2={WIDTH - 5} y1="8" y2="8" stroke="var(--rule)" strokeWidth="2" />
      {least < none && <line x1={x(none)} x2={x(none)} y1="4" y2="12" stroke="var(--rule-strong)" />}
      {measure.lower !== null && measure.upper !== null && (
        <line
          x1={x(measure.lower)}
          x2={x(measure.upper)}
          y1="8"
          y2="8"
          stroke="var(--pen)"
          strokeWidth="3.5"
          strokeLinecap="round"
        />
      )}
      <circle cx={x(measure.value)} cy="8" r="4.4" fill="var(--pen)" />
    </svg>
  );
}

function Measure({ measure }: { measure: ReadMeasure }) {
  const say = SAY_UNIT[measure.unit];
  const interval =
    measure.lower !== null && measure.upper !== null ? `, interval ${say(measure.lower)} to ${say(measure.upper)}` : '';
  return (
    <li className={css['measure']} title={measure.about}>
      <div className={css['measureHead']}>
        <span>
          <NamedText>{measure.name}</NamedText>
        </span>
        <strong>
          {say(measure.value)}
          <span className="sr-only">{interval}</span>
        </strong>
        <Dot measure={measure} />
      </div>
      {measure.note !== null && <p className={css['about']}>{measure.note}</p>}
    </li>
  );
}

function Measures({
  measures,
  workedExamples,
}: {
  measures: readonly ReadMeasure[];
  workedExamples: WorkedExamples | undefined;
}) {
  const rest = measures.filter(({ lead }) => !lead);
  return (
    <>
      <ul>
        {measures
          .filter(({ lead }) => lead)
          .map((measure) => (
            <Measure key={measure.id} measure={measure} />
          ))}
      </ul>
      {rest.length > 0 && (
        <details className={css['more']}>
          <summary>All measures, and what they mean</summary>
          <ul>
            {[...measures.filter(({ lead }) => lead), ...rest].map((measure) => (
              <li key={measure.id} className={css['measure']}>
                <div className={css['measureHead']}>
                  <span>{measure.name}</span>
                  <strong>
                    {measure.unit === 'coefficient'
                      ? coefficient(measure.value, 3)
                      : SAY_UNIT[measure.unit](measure.value)}
                  </strong>
                  <span className={css['about']}>
                    {measure.lower !== null &&
                      measure.upper !== null &&
                      `[${SAY_UNIT[measure.unit](measure.lower)}, ${SAY_UNIT[measure.unit](measure.upper)}]`}
                  </span>
                </div>
                <p className={css['about']}>
                  <NamedText>{measure.about}</NamedText>
                  {measure.detail !== null && ` (${measure.detail})`}
                  {measure.note !== null && ` ${measure.note}.`.replace(/\.\.$/, '.')}
                </p>
                {workedExamples?.has(measure.id) && (
                  <ShowWorkedExample id={measure.id} name={measure.name} exampleFor={workedExamples.of} />
                )}
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

function Part({ text, direction, strong }: ReadCell['parts'][number]) {
  return (
    <p className={css['part']}>
      <HatchSample ink={`${direction}${strong ? 2 : 1}`} />
      <span>
        <span className="sr-only">{direction}: </span>
        {text}
      </span>
    </p>
  );
}

function ReportSentence({ text }: { text: string }) {
  const [copied, setCopied] = useState(false);
  return (
    <>
      <Said>
        <NamedText>{text}</NamedText>
      </Said>
      <Button
        onClick={() => {
          void navigator.clipboard.writeText(text).then(() => setCopied(true));
          setTimeout(() => setCopied(false), 2000);
        }}
      >
        {copied ? 'Copied' : 'Copy the sentence'}
      </Button>
    </>
  );
}

/** Exact tests under way, or the offer of them. */
function ExactLine({ exact }: { exact: Exact }) {
  if (exact.state === 'none' || exact.state === 'done') return null;
  if (exact.state === 'running') {
    return (
      <p className={css['exact']} role="status">
        <span>Working out the exact p…</span>
        <progress value={exact.share} aria-label="Exact tests" />
        <Button onClick={exact.stop}>Stop</Button>
      </p>
    );
  }
  return (
    <p className={css['exact']}>
      <Button onClick={exact.start}>Work out the exact p</Button>
    </p>
  );
}

/** The tests of an answer that are not the lead nor stand beside it. */
function OtherTests({
  tests,
  workedExamples,
}: {
  tests: readonly ReadTest[];
  workedExamples: WorkedExamples | undefined;
}) {
  if (tests.length === 0) return null;
  return (
    <details className={css['more']}>
      <summary>{tests.length === 1 ? 'One other test' : `${tests.length} other tests`}</summary>
      {tests.map((test) => (
        <div key={test.id} className={css['test']}>
          <p>
            {test.name}: {test.text}
          </p>
          <p>
            <NamedText>{test.about}</NamedText>
          </p>
          {workedExamples?.has(test.id) && (
            <ShowWorkedExample id={test.id} name={test.name} exampleFor={workedExamples.of} />
          )}
        </div>
      ))}
    </details>
  );
}

interface Props {
  answers: readonly Answer[];
  exact?: Exact;
  workedExamples?: WorkedExamples | undefined;
  sizes?: SizeChoice;
  /** Controls inside an answer: which variable is predicted (strength), and expected shares (one-way counts). */
  choices?: Partial<Record<Answer['id'], ReactNode>>;
}

interface BodyProps extends Omit<Props, 'answers'> {
  answer: Answer;
}

/** What stands under a question. */
function AnswerBody({ answer, exact, workedExamples, sizes = USUAL_SIZES, choices }: BodyProps) {
  const [lead] = answer.tests.filter((test) => test.lead);
  const beside = answer.tests.find((test) => test.beside);
  return (
    <>
      {answer.verdict !== null && <Verdict>{answer.verdict}</Verdict>}
      {lead && (
        <p className={css['lead']} title={lead.about}>
          {lead.text} <small>{lead.name}</small>
        </p>
      )}
      {lead && workedExamples?.has(lead.id) && (
        <ShowWorkedExample id={lead.id} name={lead.name} exampleFor={workedExamples.of} />
      )}
      {beside && (
        <p className={css['test']} title={beside.about}>
          {beside.text} <small>{beside.name}</small>
        </p>
      )}
      {answer.id === 'association' && exact && <ExactLine exact={exact} />}
      {answer.size && <SizeScale size={answer.size} choice={sizes} />}
      {answer.measures.length > 0 && <Measures measures={answer.measures} workedExamples={workedExamples} />}
      {choices?.[answer.id]}
      {answer.cells.length > 0 && (
        <ul className={css['cells']}>
          {answer.cells.map((cell) => (
            <li key={cell.subject}>
              <b>{cell.subject}</b>
              {cell.parts.map((part) => (
                <Part key={part.text} {...part} />
              ))}
            </li>
          ))}
        </ul>
      )}
      {answer.checks.length > 0 && (
        <Marks>
          {answer.checks.map((check) => (
            <Marked key={check.text} mark={check.ok ? '✓' : '!'} ok={check.ok}>
              <span>
                <span className="sr-only">{check.ok ? 'Fine: ' : 'Mind: '}</span>
                <NamedText>{check.text}</NamedText>
              </span>
            </Marked>
          ))}
        </Marks>
      )}
      {answer.notes.map((note) => (
        <Note key={note}>
          <NamedText>{note}</NamedText>
        </Note>
      ))}
      <OtherTests
        tests={answer.tests.filter((test) => test !== lead && test !== beside)}
        workedExamples={workedExamples}
      />
      {answer.sentence !== null && <ReportSentence text={answer.sentence} />}
    </>
  );
}

/** The answers beside a table: each question with its verdict, what stands behind it, and what to mind. */
export function ReadingPane({ answers, ...rest }: Props) {
  return (
    <>
      {answers.map((answer) => {
        const Frame = answer.behind === true ? PanelBehind : Panel;
        return (
          <Frame key={answer.question} title={answer.question} data-answer={answer.id}>
            <AnswerBody answer={answer} {...rest} />
          </Frame>
        );
      })}
    </>
  );
}
