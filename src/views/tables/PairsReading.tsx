import { useMemo } from 'react';
import type { Shown, StudyView } from '../../api/types.js';
import { workedExamplesOfPairs } from '../../core/reading/numbers/pairs-examples.js';
import { readPairs } from '../../core/reading/numbers/read-pairs.js';
import { SIZE_WORDS } from '../../core/reading/size-words.js';
import { saySentence } from '../../core/table/say-sentence.js';
import type { Sentence } from '../../core/table/sentence.js';
import { ReadingPane } from '../reading/ReadingPane.js';
import { CONFIDENCE } from '../reading/use-reading.js';
import { ConfidenceChoice } from './ConfidenceChoice.js';
import { hasReading, withReading } from './kept-readings.js';
import { PinnedReadings } from './PinnedReadings.js';
import { PAIRS, useSpread } from './use-spread.js';

interface Props {
  view: StudyView;
  /** A number by another one. */
  sentence: Sentence;
  shown: Shown;
  show: (shown: Shown) => void;
  /** Keeps the table in the binder as it is shown then. */
  keep: (shown: Shown) => void;
}

/** The only block of a number by another one. */
const ONLY = { item: 0, nest: 0 };

/** What is said of two numbers of each respondent. */
export function PairsReading({ view, sentence, shown, show, keep }: Props) {
  const { settings, id } = view.study;
  const { confidence = CONFIDENCE } = shown;
  const { pairs } = useSpread({ study: id, sentence }, PAIRS, confidence);
  const words = settings.sizeWords ?? SIZE_WORDS;
  const answers = useMemo(() => pairs && readPairs(pairs, confidence, words), [pairs, confidence, words]);
  const examples = useMemo(() => pairs && workedExamplesOfPairs(pairs, confidence), [pairs, confidence]);
  if (!answers || !pairs) return null;
  return (
    <>
      <ConfidenceChoice shown={shown} show={show} />
      <ReadingPane
        answers={answers}
        workedExamples={examples ?? undefined}
        sizes={{ words, settings: `/studies?edit=${id}` }}
      />
      <PinnedReadings
        study={id}
        title={saySentence(sentence, view.variables)}
        base={pairs.n}
        answers={answers}
        kept={hasReading(shown, ONLY)}
        keep={(kept) => keep(withReading(shown, ONLY, kept))}
      />
    </>
  );
}
