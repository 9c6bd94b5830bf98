import { byId } from '../../core/by-id.js';
import { whole } from '../../core/figures.js';
import type { Back } from '../../core/table/table.js';
import type { BlockView, Foot } from '../../core/view/types.js';
import { NamedText } from '../peek/NamedText.js';
import { HatchKey } from './HatchKey.js';
import css from './table.module.css';

const BACK_WORDS: Record<Back['is'], string> = {
  clause: 'Takes this condition out of the sentence',
  answer: 'Counts it as an answer, in this table alone',
  counted: 'Counts them in the base',
};

interface Props {
  block: BlockView;
  hatch: boolean;
  /** Brings those who are left out in. */
  bring?: ((back: Back) => void) | undefined;
}

/** Under a table: how many it stands on, and who was left out and why; a reason brings them in. */
export function BaseLine({ block, hatch, bring }: Props) {
  const { leftOut, weightedBy } = block;
  const footOf = (id: Foot['id']) => byId(block.feet, id)?.values[0] ?? 0;
  const variables = [...new Set(leftOut.map(({ variable }) => variable))];
  return (
    <div className={css['below']}>
      <p className={css['base']} data-testid="base">
        <strong>Base {whole(block.base)}</strong> of {whole(block.total)} respondents
        {weightedBy !== null && (
          <>
            , weighted by <NamedText>{weightedBy}</NamedText>: they count as {whole(footOf('weighted-base'))}, and tell
            as much as <span title="W²/Σw² (Kish)">{whole(footOf('effective-base'))} of equal weight</span> (effective
            base)
          </>
        )}
        .{' '}
        {leftOut.length === 0 ? (
          'Nobody is left out.'
        ) : (
          <>
            Left out{' '}
            {variables.map((variable, v) => (
              <span key={variable}>
                {v > 0 && '; '}
                by <NamedText>{variable}</NamedText>:{' '}
                {leftOut
                  .filter((candidate) => candidate.variable === variable)
                  .map(({ reason, respondents, back }, k) => (
                    <span key={reason}>
                      {k > 0 && ', '}
                      {bring && back ? (
                        <button
                          type="button"
                          className={css['bringBack']}
                          title={BACK_WORDS[back.is]}
                          onClick={() => bring(back)}
                        >
                          {whole(respondents)} {reason}
                        </button>
                      ) : (
                        <span className={css['out']}>
                          {whole(respondents)} {reason}
                        </span>
                      )}
                    </span>
                  ))}
              </span>
            ))}
            .
          </>
        )}
      </p>
      {hatch && <HatchKey />}
    </div>
  );
}
