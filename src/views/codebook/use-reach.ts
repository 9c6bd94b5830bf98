import { useEffect, useState } from 'react';
import { client } from '../client.js';

/** A code, and the variables in which it is meant. */
export interface CodeInVariables {
  code: string;
  variables: number[];
}

/** How many respondents have at least one of some codes, each counted once; null: not asked, or not known yet. */
export function useReach(study: string, codes: readonly CodeInVariables[]): number | null {
  const [people, setPeople] = useState<number | null>(null);
  const asked = JSON.stringify(codes);
  useEffect(() => {
    const wanted = JSON.parse(asked) as CodeInVariables[];
    setPeople(null);
    if (wanted.length === 0) return;
    let current = true;
    client.reach(study, { in: wanted }).then(
      ({ any }) => current && setPeople(any),
      () => undefined,
    );
    return () => {
      current = false;
    };
  }, [study, asked]);
  return people;
}
