import type { ReactNode } from 'react';
import type { Proof } from '../../core/recode/proof-shape.js';
import reading from '../reading/reading.module.css';

/** What the proof says, in words: what was covered, left over, doubled, revived, made missing, reconciled. */
export function ProofPane({
  proof,
  fresh,
  respondents,
  children,
}: {
  proof: Proof | null;
  /** It is of the recipe as it is now. */
  fresh: boolean;
  respondents: number;
  children?: ReactNode;
}) {
  return (
    <>
      <section
        className={reading['answer']}
        aria-label="Proof"
        data-testid="proof"
        aria-busy={proof !== null && !fresh}
      >
        <h2 className={reading['question']}>Proof</h2>
        {proof === null ? (
          <p className={reading['notes']}>It stands here as soon as there is a recipe to prove.</p>
        ) : (
          <>
            <p className={`${reading['verdict'] ?? ''} ${proof.holds ? '' : (reading['caution'] ?? '')}`}>
              {proof.holds ? 'Holds.' : 'Does not hold.'}
            </p>
            <p className={reading['notes']}>On all {respondents.toLocaleString('en')} respondents.</p>
            <ul className={reading['checks']}>
              {proof.findings.map((finding) => (
                <li key={`${finding.id} ${finding.title}`}>
                  <b className={finding.holds ? undefined : reading['caution']} aria-hidden="true">
                    {finding.holds ? '✓' : '!'}
                  </b>
                  <span>
                    <b>{finding.title}.</b> {finding.text}
                  </span>
                </li>
              ))}
            </ul>
          </>
        )}
      </section>
      {children}
    </>
  );
}
