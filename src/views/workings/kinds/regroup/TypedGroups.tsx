import { useState } from 'react';
import type { Code } from '../../../../core/codebook/types.js';
import { parseRegroup, printRegroup } from '../../../../core/recode/regroup/parse.js';
import type { Regroup } from '../../../../core/recode/regroup/shape.js';
import css from '../../workings.module.css';

interface Props {
  recipe: Regroup;
  codes: readonly Code[];
  put: (next: Partial<Regroup>) => void;
}

/** The groups as text, a line each. While it says what the recipe is, it stays as it was typed. */
export function TypedGroups({ recipe, codes, put }: Props) {
  const [typed, setTyped] = useState<{ text: string; of: string } | null>(null);
  const printed = printRegroup(recipe);
  // Changed elsewhere since it was typed, the recipe is printed anew.
  const text = typed?.of === printed ? typed.text : null;
  const unread = text === null ? [] : parseRegroup(text, codes).unread;
  const type = (next: string) => {
    const { groups, setAside, rest } = parseRegroup(next, codes);
    const kept = typeof recipe.unnamed === 'object' ? undefined : recipe.unnamed;
    const unnamed = rest === null ? kept : { group: rest };
    put({ groups, setAside, unnamed });
    setTyped({ text: next, of: printRegroup({ ...recipe, groups, setAside, unnamed }) });
  };
  return (
    <details className={css['typed']} open={text !== null}>
      <summary>Type the groups instead</summary>
      <textarea
        className={css['text']}
        aria-label="The recipe as text"
        value={text ?? printed}
        onChange={(event) => type(event.target.value)}
      />
      <p className={css['hint']}>
        A group a line: label, colon, codes. “1-3” names the answers from 1 to 3, “everything else” those that no line
        names.
      </p>
      {unread.map(({ line, text: unreadText }) => (
        <p key={line} className={css['warn']}>
          Line {line}, “{unreadText}”, has no colon: write label, colon, codes.
        </p>
      ))}
    </details>
  );
}
