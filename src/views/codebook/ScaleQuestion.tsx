import { MainButton, PlainButton } from '../../kit/kit.js';
import css from './codebook.module.css';

interface Props {
  /** Keeps the order for tables and charts, the scale as it was. */
  show: () => void;
  /** Where the list is changed for some or all: one button each. */
  scale: readonly { name: string; act: () => void }[];
}

/** Asks what a new order of an ordered variable is to be; nothing is kept before it is answered. */
export function ScaleQuestion({ show, scale }: Props) {
  return (
    <div className={css['question']} role="group" aria-label="What the new order is">
      <p>
        The order of an ordered variable is its scale: trends, gamma and means read it. Is this a new scale, or only how
        tables and charts are to show it?
      </p>
      <MainButton onClick={show}>Only show it so</MainButton>
      {scale.map(({ name, act }) => (
        <PlainButton key={name} onClick={act}>
          {name}
        </PlainButton>
      ))}
    </div>
  );
}
