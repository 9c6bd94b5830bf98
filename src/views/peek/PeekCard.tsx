import { LEVEL_WORDS, titleOf } from '../../core/codebook/types.js';
import { Problem, Wait } from '../../kit/kit.js';
import { useDetail } from '../shell/use-detail.js';
import { Figures, Histogram } from '../tables/NumberFigures.js';
import { Frequencies } from './Frequencies.js';
import { Origin, UsedBy } from './Origin.js';
import css from './peek.module.css';

interface Props {
  study: string;
  variable: number;
}

/** A variable at a glance: what it holds, where it came from, where it is used. */
export function PeekCard({ study, variable }: Props) {
  const { detail, problem } = useDetail(study, variable);
  if (problem && !detail) return <Problem {...problem} />;
  if (!detail) return <Wait>Looking…</Wait>;
  const { name, question, level, workingId } = detail.variable;
  const query = encodeURIComponent(name);
  return (
    <>
      <h2>
        {titleOf(detail.variable)}
        <small>
          {name} · {LEVEL_WORDS[level]}
        </small>
      </h2>
      {question !== '' && <p className={css['question']}>{question}</p>}
      {detail.histogram && detail.summary && (
        <>
          <Histogram histogram={detail.histogram} width={354} height={72} />
          <Figures summary={detail.summary} />
        </>
      )}
      <Frequencies detail={detail} most={12} />
      <Origin study={study} from={detail.from} />
      <UsedBy study={study} usedBy={detail.usedBy} />
      <p className={css['links']}>
        <a href={`/studies/${study}/codebook?variable=${query}`}>Codebook</a>
        {level !== 'text' && <a href={`/studies/${study}/tables?rows=${query}`}>Table</a>}
        {workingId !== null && <a href={`/studies/${study}/workings?working=${workingId}`}>Its working</a>}
      </p>
    </>
  );
}
