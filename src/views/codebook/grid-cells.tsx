import type { ReactNode } from 'react';
import type { RosterVariable } from '../../api/types.js';
import { spark } from '../../charts/spark.js';
import { bidiShown } from '../../core/bidi-shown.js';
import { cellText } from '../../core/codebook/cell-text.js';
import { LEVEL_WORDS } from '../../core/codebook/types.js';
import { Svg } from '../../kit/Svg.js';
import { peekAt } from '../peek/Peek.js';
import { bars } from '../roster/words.js';
import type { GRID_COLUMNS } from './grid-columns.js';
import { Missing } from './Missing.js';
import css from './codebook.module.css';

const SHOWN_CODES = 140;

const short = (text: string) => (text.length > SHOWN_CODES ? `${text.slice(0, SHOWN_CODES)}…` : text);

interface Row {
  variable: RosterVariable;
  /** The name of its code list, where others have it too. */
  list: string | null;
  /** What was typed and is not back from the server yet. */
  waiting: ReadonlyMap<string, string>;
  /** Its name opens a peek. */
  peeks: boolean;
}

/** The cells of a variable in the grid, by what they show. */
export function gridCells({
  variable,
  list,
  waiting,
  peeks,
}: Row): Record<(typeof GRID_COLUMNS)[number]['is'], ReactNode> {
  const { id, workingId, starred } = variable;
  const picture = bars(variable);
  const text = (field: Parameters<typeof cellText>[1]) =>
    bidiShown(waiting.get(`${id} ${field}`) ?? cellText(variable, field));
  return {
    star: (
      <span className={starred ? css['starOn'] : css['starOff']}>
        {starred ? '★' : '☆'}
        <span className="sr-only">{starred ? 'starred' : 'not starred'}</span>
      </span>
    ),
    name: (
      <span className={css['cell']} {...(peeks ? peekAt(id) : {})}>
        {!variable.holds && <b className={css['caution']}>! </b>}
        {text('name')}
      </span>
    ),
    label: <span className={css['cell']}>{text('label') || <i className={css['soft']}>no label</i>}</span>,
    level: <span className={css['cell']}>{waiting.get(`${id} level`) ?? LEVEL_WORDS[variable.level]}</span>,
    codes: (
      <span className={css['cell']}>
        {list !== null && workingId === null && <b className={css['listName']}>{bidiShown(list)}</b>}
        {workingId !== null && <i className={css['soft']}>working </i>}
        {short(text('codes'))}
      </span>
    ),
    picture: picture && <Svg className={css['picture']} markup={spark({ ...picture, width: 64, height: 24 })} />,
    missing: <Missing variable={variable} text={text('missing')} />,
    question: <span className={css['cell']}>{short(text('question'))}</span>,
    group: <span className={css['cell']}>{text('group')}</span>,
    note: <span className={css['cell']}>{short(text('note'))}</span>,
  };
}
