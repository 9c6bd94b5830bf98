import { type ReactNode, useState } from 'react';
import type { BinderItem } from '../../core/binder/binder-shape.js';
import { Button } from '../../kit/kit.js';
import css from './binder.module.css';
import { TextForm } from './TextForm.js';

type Text = Exclude<BinderItem, { is: 'table' }>;

interface Props {
  study: string;
  binder: number;
  at: number;
  item: Text;
  put: (item: Text | null) => void;
  move: ReactNode;
}

export const textOf = (item: Text) => (item.is === 'section' ? item.title : item.text);
export const textAs = (is: Text['is'], text: string): Text =>
  is === 'section' ? { is, title: text.replace(/\s+/g, ' ') } : { is, text };

/** A heading that begins a section, or a note of the analyst's. */
export function TextItem({ study, binder, at, item, put, move }: Props) {
  const [open, setOpen] = useState(false);
  const { is } = item;
  const text = textOf(item);
  const what = is === 'section' ? 'section' : 'note';
  if (open)
    return (
      <TextForm
        study={study}
        called={`binder:${binder}:${at}`}
        label={is === 'section' ? 'Title of the section' : 'Note'}
        text={text}
        long={is === 'note'}
        keep={(next) => put(textAs(is, next))}
        leave={() => setOpen(false)}
      />
    );
  return (
    <div className={`${css['text'] ?? ''} ${is === 'section' ? (css['section'] ?? '') : ''}`}>
      {is === 'section' ? <h2 id={`section-${at}`}>{text}</h2> : <p className={css['note']}>{text}</p>}
      <p className={css['acts']}>
        {move}
        <Button aria-label={`Change the ${what}: ${text}`} onClick={() => setOpen(true)}>
          Change
        </Button>
        <Button aria-label={`Take out the ${what}: ${text}`} onClick={() => put(null)}>
          Take out
        </Button>
      </p>
    </div>
  );
}
