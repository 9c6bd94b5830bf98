import { useState } from 'react';
import type { Binder } from '../../core/binder/binder-shape.js';
import { Button } from '../../kit/kit.js';
import { PageTitle } from '../../kit/Page.js';
import { Segmented } from '../../kit/Segmented.js';
import { change } from '../server/ask.js';
import css from './binder.module.css';
import { TextForm } from './TextForm.js';
import type { BinderActs } from './use-binder.js';

interface Props {
  acts: BinderActs;
  binder: Binder;
}

/** Which binder this is, and what can be done with the whole of it. */
export function BinderHead({ acts, binder }: Props) {
  const { study, binders, choose, run, edit, make } = acts;
  const [writing, setWriting] = useState<'name' | 'new' | null>(null);
  const [asked, setAsked] = useState(false);
  const remove = () => {
    setAsked(false);
    void run(
      () => change('DELETE /studies/{study}/binders/{binder}', { study, binder: binder.id }),
      `The binder “${binder.name}” is taken away. The ledger brings it back.`,
    );
  };
  return (
    <div className={css['head']}>
      <PageTitle>{binder.name}</PageTitle>
      {binders.length > 1 && (
        <Segmented
          label="Binder"
          value={String(binder.id)}
          of={binders.map(({ id, name }) => [String(id), name] as const)}
          choose={(id) => choose(Number(id))}
        />
      )}
      {writing === null ? (
        <p className={css['acts']}>
          <Button onClick={() => setWriting('name')}>Rename</Button>
          <Button onClick={() => setWriting('new')}>New binder</Button>
          {binders.length > 1 && !asked && <Button onClick={() => setAsked(true)}>Take the binder away</Button>}
          {asked && (
            <>
              <Button onClick={remove}>Yes, with the tables in it</Button>
              <Button onClick={() => setAsked(false)}>No</Button>
            </>
          )}
        </p>
      ) : (
        <TextForm
          study={study}
          called={writing === 'new' ? 'binder:new' : `binder:${binder.id}:name`}
          label={writing === 'new' ? 'Name of the new binder' : 'Name of the binder'}
          text={writing === 'new' ? '' : binder.name}
          long={false}
          keep={(name) => (writing === 'new' ? void make(name) : edit({ name }, `It is called “${name}” now.`))}
          leave={() => setWriting(null)}
        />
      )}
    </div>
  );
}
