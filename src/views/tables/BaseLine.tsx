import { type BasePiece, baseLine } from '../../core/view/base-line.js';
import type { Back } from '../../core/table/table.js';
import type { BlockView } from '../../core/view/types.js';
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

function Piece({ piece, bring }: { piece: BasePiece } & Pick<Props, 'bring'>) {
  switch (piece.is) {
    case 'text':
      return piece.text;
    case 'base':
      return <strong>{piece.text}</strong>;
    case 'variable':
      return <NamedText>{piece.text}</NamedText>;
    case 'effective':
      return <span title="W²/Σw² (Kish)">{piece.text}</span>;
    case 'reason': {
      const { back, text } = piece;
      if (!bring || !back) return <span className={css['out']}>{text}</span>;
      return (
        <button type="button" className={css['bringBack']} title={BACK_WORDS[back.is]} onClick={() => bring(back)}>
          {text}
        </button>
      );
    }
  }
}

/** Under a table: how many it stands on, and who was left out and why; a reason brings them in. */
export function BaseLine({ block, hatch, bring }: Props) {
  return (
    <div className={css['below']}>
      <p className={css['base']} data-testid="base">
        {baseLine(block).map((piece, k) => (
          <Piece key={k} piece={piece} bring={bring} />
        ))}
      </p>
      {hatch && <HatchKey />}
    </div>
  );
}
