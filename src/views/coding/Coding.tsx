import { useMemo, useRef, useState } from 'react';
import type { StudyView, Working } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { whole } from '../../core/figures.js';
import { sheetLines } from '../../core/recode/theme/sheet-edits.js';
import { pathOf, pathsOf } from '../../core/recode/theme/sheet.js';
import type { ThemeRecipe } from '../../core/recode/theme/shape.js';
import { EditorShell, Middle } from '../../kit/EditorShell.js';
import { Keys, Problem, Toast } from '../../kit/kit.js';
import { AgreementPane } from './AgreementPane.js';
import { AnswerList } from './AnswerList.js';
import { AnswerPane } from './AnswerPane.js';
import type { CodingState } from './coding-state.js';
import { useCoding } from './use-coding.js';
import { CodingHead, type Part } from './CodingHead.js';
import { useCodingKeys } from './use-coding-keys.js';
import { Elsewhere } from './Elsewhere.js';
import { Quote } from './Quote.js';
import { useCodingsFile } from './use-codings-file.js';
import { useSavedCodings } from './use-saved-codings.js';
import { useQuotes } from './use-quotes.js';
import { useNewTheme } from './use-new-theme.js';
import { WordsAside } from './WordsAside.js';
import css from './coding.module.css';

interface Props {
  view: StudyView;
  working: Working;
  recipe: ThemeRecipe;
  coder: string;
  start: CodingState;
  /** What was done before it was begun, in words. */
  told: string | null;
  /** Codings of a file were taken in: what is here is not all there is any more. */
  takenIn: (words: string) => void;
}

const KEYS = [
  ['1 … 9', 'a theme'],
  ['T', 'type a theme'],
  ['N', 'next'],
  ['P', 'back'],
  ['X', 'fits none'],
  ['U', 'unclear'],
  ['O', 'left out'],
  ['Z', 'undo'],
  ['/', 'search'],
] as const;

/** The answers at the left, one of them in the middle with the themes that it can have, words at the right. */
export function Coding({ view, working, recipe, coder, start, told, takenIn }: Props) {
  const study = view.study.id;
  const [part, setPart] = useState<Part>('code');
  const [toast, setToast] = useState(told);
  const typed = useRef<HTMLInputElement>(null);
  const saving = useSavedCodings(study, working.id, coder);
  const making = useNewTheme(view, working, recipe);
  const file = useCodingsFile(study, working.id, takenIn);
  const quotes = useQuotes(view, { working: working.id, variable: working.variable, coder }, setToast);
  const themes = useMemo(() => sheetLines(recipe.themes).map(({ theme }) => theme), [recipe]);
  const coding = useCoding(start, saving.save, () => setToast('Every answer is coded.'));
  const { state, search, give, next, step } = coding;
  useCodingKeys(part === 'code', themes, {
    ...coding,
    type: () => typed.current?.focus(),
    search: () => document.getElementById('answer-search')?.focus(),
  });
  const place = state.groups[state.at]?.[0] ?? -1;
  const answer = state.answers[place];
  const said = state.said[place] ?? null;
  const isSent = saving.waiting === 0;
  const quote = answer && (
    <Quote
      key={place}
      text={answer.text}
      quote={state.quotes[place] ?? null}
      closed={said === null ? 'Code it first.' : isSent ? null : 'In a moment: it is being kept.'}
      keep={(own) => quotes.keep(answer.text, own, () => coding.quoted(place, own))}
      toBinder={(own) => quotes.toBinder(own, pathsOf(recipe.themes, said?.themes ?? []).join(', '))}
    />
  );
  const foot = (
    <>
      <span role="status">
        <b>{whole(state.left)}</b> of {whole(state.answers.length)} answers not coded yet
        {saving.waiting > 0 && ` · ${whole(saving.waiting)} to be kept`}
      </span>
      <Keys of={KEYS} />
    </>
  );
  const trouble = saving.trouble ?? making.trouble;
  return (
    <EditorShell side={<AnswerList {...coding} recipe={recipe} />} foot={foot}>
      <Middle wide={part === 'agreement'}>
        <CodingHead {...{ view, working, recipe, coder, part }} choose={setPart} takeIn={file.takeIn} />
        {quotes.trouble && <Problem {...quotes.trouble} dismiss={quotes.dismiss} />}
        {file.trouble && <Problem {...file.trouble} dismiss={file.dismiss} />}
        {trouble && <Problem {...trouble} again={saving.trouble ? saving.again : undefined} />}
        {part === 'code' ? (
          <AnswerPane
            {...coding}
            {...{ themes, recipe, typed, next }}
            back={() => step(-1)}
            add={(name) => making.make(name, give)}
            more={
              <div className={css['more']}>
                {quote}
                <Elsewhere view={view} place={state.answers[place]?.first ?? 1} />
              </div>
            }
          />
        ) : (
          <AgreementPane study={study} working={working.id} recipe={recipe} />
        )}
      </Middle>
      {part === 'code' && (
        <WordsAside
          {...{ state, search }}
          nameOf={(id) => {
            const theme = byId(recipe.themes, id);
            return theme ? pathOf(recipe.themes, theme) : '';
          }}
          give={give}
          find={(word) => coding.show('all', word)}
        />
      )}
      <Toast text={toast} done={() => setToast(null)} />
    </EditorShell>
  );
}
