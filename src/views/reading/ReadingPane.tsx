import { scaleLinear } from 'd3';
import { useState } from 'react';
import type { Answer, ReadCell, ReadMeasure } from '../../core/reading/types.js';
import { coefficient, percent } from '../../core/reading/words.js';
import { Button } from '../../kit/kit.js';
import table from '../tables/table.module.css';
import css from './reading.module.css';

const WIDTH = 104;

/** A coefficient on its own range, with its interval. */
function Dot({ measure }: { measure: ReadMeasure }) {
  const [least, most] = measure.range;
  const x = scaleLinear([least, most], [5, WIDTH - 5]).clamp(true);
  return (
    <svg width={WIDTH} height="16" viewBox={`0 0 ${WIDTH} 16`} aria-hidden="true">
      <line x1="5" x2={WIDTH - 5} y1="8" y2="8" stroke="var(--rule)" strokeWidth="2" />
      {least < 0 && <line x1={x(0)} x2={x(0)} y1="4" y2="12" stroke="var(--rule-strong)" />}
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
  const say = measure.unit === 'share' ? percent : coefficient;
  const interval =
    measure.lower !== null && measure.upper !== null ? `, interval ${say(measure.lower)} to ${say(measure.upper)}` : '';
  return (
    <li className={css['measure']} title={measure.about}>
      <div className={css['measureHead']}>
        <span>{measure.name}</span>
        <strong>
          {say(measure.value)}
          <span className="sr-only">{interval}</span>
        </strong>
        <Dot measure={measure} />
      </div>
    </li>
  );
}

function Measures({ measures }: { measures: readonly ReadMeasure[] }) {
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
                  <strong>{coefficient(measure.value, 3)}</strong>
                  <span className={css['about']}>
                    {measure.lower !== null &&
                      measure.upper !== null &&
                      `[${coefficient(measure.lower)}, ${coefficient(measure.upper)}]`}
                  </span>
                </div>
                <p className={css['about']}>{measure.about}</p>
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
      <span className={table['swatch']} aria-hidden="true">
        <span className={`${table['ink'] ?? ''} ${table[`${direction}${strong ? 2 : 1}`] ?? ''}`} />
      </span>
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
      <p className={css['sentence']}>{text}</p>
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

/** The answers beside a table: each question with its verdict, what stands behind it, and what to mind. */
export function ReadingPane({ answers }: { answers: readonly Answer[] }) {
  return (
    <>
      {answers.map((one) => {
        const [lead] = one.tests.filter((test) => test.lead);
        const rest = one.tests.filter((test) => test !== lead);
        return (
          <section key={one.id} className={css['answer']} aria-label={one.question} data-answer={one.id}>
            <h2 className={css['question']}>{one.question}</h2>
            {one.verdict !== null && <p className={css['verdict']}>{one.verdict}</p>}
            {lead && (
              <p className={css['lead']} title={lead.about}>
                {lead.text} <small>{lead.name}</small>
              </p>
            )}
            {one.measures.length > 0 && <Measures measures={one.measures} />}
            {one.cells.length > 0 && (
              <ul className={css['cells']}>
                {one.cells.map((cell) => (
                  <li key={cell.subject}>
                    <b>{cell.subject}</b>
                    {cell.parts.map((part) => (
                      <Part key={part.text} {...part} />
                    ))}
                  </li>
                ))}
              </ul>
            )}
            {one.checks.length > 0 && (
              <ul className={css['checks']}>
                {one.checks.map((check) => (
                  <li key={check.text}>
                    <b className={check.ok ? undefined : css['caution']} aria-hidden="true">
                      {check.ok ? '✓' : '!'}
                    </b>
                    <span>
                      <span className="sr-only">{check.ok ? 'Fine: ' : 'Mind: '}</span>
                      {check.text}
                    </span>
                  </li>
                ))}
              </ul>
            )}
            {one.notes.map((note) => (
              <p key={note} className={css['notes']}>
                {note}
              </p>
            ))}
            {rest.length > 0 && (
              <details className={css['more']}>
                <summary>{rest.length === 1 ? 'One other test' : `${rest.length} other tests`}</summary>
                {rest.map((test) => (
                  <div key={test.id} className={css['test']}>
                    <p>
                      {test.name}: {test.text}
                    </p>
                    <p>{test.about}</p>
                  </div>
                ))}
              </details>
            )}
            {one.sentence !== null && <ReportSentence text={one.sentence} />}
          </section>
        );
      })}
    </>
  );
}
