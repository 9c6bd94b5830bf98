import { useEffect, useState } from 'react';
import type { VariableDetail } from '../../api/types.js';
import { client, problemText } from '../client.js';

/** A variable with its codes and their respondents; null while it is fetched, and for no variable (0). */
export function useDetail(study: string, variable: number) {
  const [detail, setDetail] = useState<VariableDetail | null>(null);
  const [problem, setProblem] = useState<{ detail: string; mend: string } | null>(null);
  useEffect(() => {
    if (variable === 0) return;
    let wanted = true;
    client.variable(study, variable).then(
      (found) => {
        if (!wanted) return;
        setDetail(found);
        setProblem(null);
      },
      (error: unknown) => wanted && setProblem(problemText(error)),
    );
    return () => {
      wanted = false;
    };
  }, [study, variable]);
  return { detail: detail?.variable.id === variable ? detail : null, problem };
}
