import { useState } from 'react';
import type { StudyView } from '../../api/types.js';
import type { Binder, BinderItem } from '../../core/binder/binder-shape.js';
import { byId } from '../../core/by-id.js';
import { plural } from '../../core/words.js';
import { change } from '../server/ask.js';
import { type Trouble, troubleOf } from '../server/problem.js';

const inAddress = () => Number(new URLSearchParams(location.search).get('binder') ?? NaN);

/** The binder that is looked at, as its address says, and what can be done with it. */
export function useBinder(view: StudyView | null) {
  const [chosen, setChosen] = useState(inAddress);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [toast, setToast] = useState<string | null>(null);
  const study = view?.study.id ?? '';
  const binders: readonly Binder[] = view?.binders ?? [];
  const binder = byId(binders, chosen) ?? binders[0] ?? null;
  const choose = (id: number) => {
    setChosen(id);
    history.replaceState(null, '', `?binder=${id}`);
  };
  const run = (work: () => Promise<unknown>, words: string) => {
    const attempt = () =>
      work().then(
        () => {
          setTrouble(null);
          if (words !== '') setToast(words);
        },
        (error: unknown) => setTrouble(troubleOf(error, () => void attempt())),
      );
    return attempt();
  };
  const edit = (body: { name?: string; items?: BinderItem[] }, words = '') => {
    if (!binder) return;
    void run(() => change('PATCH /studies/{study}/binders/{binder}', { study, binder: binder.id, body }), words);
  };
  const freeze = (tables: readonly number[], is: boolean) => {
    const asked = { study, body: { tables } };
    const work = () =>
      is ? change('POST /studies/{study}/freeze', asked) : change('POST /studies/{study}/thaw', asked);
    const what = plural(tables.length, 'table');
    void run(work, is ? `Frozen: ${what}.` : `Thawed: ${what}, counted as the study is now.`);
  };
  const make = (name: string, items: BinderItem[] = []) =>
    run(async () => {
      const { id } = await change('POST /studies/{study}/binders', { study, body: { name, items } });
      choose(id);
    }, `The binder “${name}” is made.`);
  return { study, binders, binder, choose, run, edit, freeze, make, trouble, setTrouble, toast, setToast };
}

export type BinderActs = ReturnType<typeof useBinder>;
