import { useEffect, useMemo, useState } from 'react';
import type { AnswersToCode, StudyView, Working } from '../../api/types.js';
import { alike } from '../../core/answers/alike.js';
import { byId } from '../../core/by-id.js';
import { titleOf } from '../../core/codebook/types.js';
import type { ThemeRecipe } from '../../core/recode/theme/shape.js';
import { Problem, Wait } from '../../kit/kit.js';
import { ask } from '../server/ask.js';
import { problemText, type Trouble } from '../server/problem.js';
import { guarded } from '../shell/guarded.js';
import { useStudy } from '../shell/use-study.js';
import { codingAddress } from './coding-address.js';
import { startCoding } from './coding-state.js';
import { Coding } from './Coding.js';

/**
 * The answers of a coder, fetched once: what is coded meanwhile is known here first.
 * @param files that were taken in meanwhile: after each they are fetched again
 */
function useAnswers(study: string, working: number, coder: string, files: number) {
  const [loaded, setLoaded] = useState<{ coder: string; files: number; answers: AnswersToCode['answers'] } | null>(
    null,
  );
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  useEffect(() => {
    let isWanted = true;
    ask('GET /studies/{study}/workings/{working}/answers', { study, working, query: { coder } }).then(
      ({ answers }) => isWanted && setLoaded({ coder, files, answers }),
      (error: unknown) => isWanted && setTrouble(problemText(error)),
    );
    return () => {
      isWanted = false;
    };
  }, [study, working, coder, files]);
  const isOfNow = loaded?.coder === coder && loaded.files === files;
  return { answers: isOfNow ? loaded.answers : null, trouble };
}

interface LoadedProps {
  view: StudyView;
  working: Working;
  recipe: ThemeRecipe;
  coder: string;
}

function Loaded({ view, working, recipe, coder }: LoadedProps) {
  const [taken, setTaken] = useState<readonly string[]>([]);
  const { answers, trouble } = useAnswers(view.study.id, working.id, coder, taken.length);
  const start = useMemo(() => answers && startCoding(answers, alike(answers.map(({ text }) => text))), [answers]);
  if (trouble) return <Problem {...trouble} />;
  if (!start) return <Wait>Reading the answers…</Wait>;
  return (
    <Coding
      key={coder}
      {...{ view, working, recipe, coder, start }}
      told={taken.at(-1) ?? null}
      takenIn={(words) => setTaken([...taken, words])}
    />
  );
}

/** What the address says: which working, and who codes. */
function asked(): { working: number; coder: string | null } {
  const query = new URLSearchParams(location.search);
  return { working: Number(query.get('working')), coder: query.get('coder') };
}

/** Reads the answers of a working of themes and codes them, one coder at a time. */
function CodingPage({ study }: { study: string }) {
  const { view, problem } = useStudy(study);
  const [wanted] = useState(asked);
  const working = byId(view?.workings ?? [], wanted.working);
  const recipe = working?.recipe.kind === 'theme' ? working.recipe : null;
  const coder = recipe?.coders.find(({ name }) => name === wanted.coder)?.name ?? recipe?.coders[0]?.name;
  useEffect(() => {
    if (working && coder !== undefined && coder !== wanted.coder)
      history.replaceState(null, '', codingAddress(study, working.id, coder));
  }, [study, working, coder, wanted]);
  if (problem && !view) return <Problem {...problem} />;
  if (!view) return <Wait>Opening the study…</Wait>;
  if (!working || !recipe || coder === undefined) {
    const made = byId(view.variables, working?.variable);
    const detail = made ? `${titleOf(made)} has nobody who codes.` : 'There is no such working of themes.';
    return (
      <>
        <Problem detail={detail} mend="Open it in Workings, or code a text variable into themes there." />
        <p>
          <a href={`/studies/${study}/workings`}>Workings</a>
        </p>
      </>
    );
  }
  return <Loaded {...{ view, working, recipe, coder }} />;
}

export const CodingScreen = guarded(CodingPage);
