import type { ReactNode } from 'react';
import type { Proof } from '../../core/recode/proof-shape.js';
import { Marked, Marks, Note, Panel, Verdict } from '../../kit/Panel.js';

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
      <Panel title="Proof" data-testid="proof" aria-busy={proof !== null && !fresh}>
        {proof === null ? (
          <Note>It stands here as soon as there is a recipe to prove.</Note>
        ) : (
          <>
            <Verdict ok={proof.holds}>{proof.holds ? 'Holds.' : 'Does not hold.'}</Verdict>
            <Note>On all {respondents.toLocaleString('en')} respondents.</Note>
            <Marks>
              {proof.findings.map(({ id, title, text, holds }) => (
                <Marked key={`${id} ${title}`} mark={holds ? '✓' : '!'} ok={holds}>
                  <span>
                    <b>{title}.</b> {text}
                  </span>
                </Marked>
              ))}
            </Marks>
          </>
        )}
      </Panel>
      {children}
    </>
  );
}
