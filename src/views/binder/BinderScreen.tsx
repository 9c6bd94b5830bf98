import { useState } from 'react';
import type { StudyView } from '../../api/types.js';
import type { Binder, BinderItem as Item } from '../../core/binder/binder-shape.js';
import { byId } from '../../core/by-id.js';
import { captioned, tableName } from '../../core/report/captioned.js';
import type { Handed } from '../../core/table/picture-kinds.js';
import { captionOf } from '../../core/table/say-sentence.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { Button, Problem, Toast, Wait } from '../../kit/kit.js';
import { Page } from '../../kit/Page.js';
import { Pens } from '../../kit/Svg.js';
import { useLanded } from '../../kit/use-landed.js';
import { PeekScope } from '../peek/PeekScope.js';
import { change } from '../server/ask.js';
import { guarded } from '../shell/guarded.js';
import { useStudy } from '../shell/use-study.js';
import { contentsOf, itemKeys, moved, replaced } from './binder-edits.js';
import { BinderHead } from './BinderHead.js';
import { BinderItem } from './BinderItem.js';
import { DropPlace } from './DropPlace.js';
import { HandOverBar } from './HandOverBar.js';
import { MoveItem } from './MoveItem.js';
import { TextForm } from './TextForm.js';
import { textAs, TextItem, textOf } from './TextItem.js';
import { type BinderActs, useBinder } from './use-binder.js';
import css from './binder.module.css';

/** What stands in a binder of each table: it, its picture, or both. */
const handedIn = (tables: StudyView['tables']) => (table: number) => byId(tables, table)?.shown.handed;

/** The sections of a binder and the captions of its tables, each a link to where it stands. */
function Contents({ view: { tables, variables }, items }: { view: StudyView; items: readonly Item[] }) {
  return (
    <nav aria-label="Contents">
      <ol className={css['contents']}>
        {contentsOf(items, handedIn(tables)).map((line) => {
          if (line.is === 'section')
            return (
              <li key={`section ${line.at}`} className={css['heading']}>
                <a href={`#section-${line.at}`}>{line.title}</a>
              </li>
            );
          const table = byId(tables, line.table);
          if (!table) return null;
          const caption = table.frozen?.caption ?? captionOf(sentenceOfBody(table.sentence), variables, table.shown);
          return (
            <li key={line.table}>
              <a href={`#table-${line.table}`}>{captioned({ ...line, caption })}</a>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}

interface PartProps {
  view: StudyView;
  acts: BinderActs;
  binder: Binder;
  /** Tables that were chosen to be handed over. */
  chosen: ReadonlySet<number>;
  choose: (table: number, chosen: boolean) => void;
}

/** What stands in a binder, in its order. */
function Items({ view, acts, binder, chosen, choose }: PartProps) {
  const { study, binders, run, edit } = acts;
  const { items } = binder;
  const names = new Map(
    contentsOf(items, handedIn(view.tables)).flatMap((line) =>
      line.is === 'table' ? [[line.table, tableName(line)] as const] : [],
    ),
  );
  const nameOf = (item: Item) => (item.is === 'table' ? (names.get(item.table) ?? '') : textOf(item));
  const others = binders.filter(({ id }) => id !== binder.id);
  const putInto = (table: StudyView['tables'][number], to: number, copy: boolean) => {
    const target = byId(binders, to);
    if (!target) return;
    const into = { items: [...target.items, { is: 'table' as const, table: table.id }] };
    const work = () =>
      copy
        ? change('POST /studies/{study}/tables/{table}/copy', { study, table: table.id, body: { binder: to } })
        : change('PATCH /studies/{study}/binders/{binder}', { study, binder: to, body: into });
    void run(work, `${copy ? 'Copied' : 'Moved'} to “${target.name}”.`);
  };
  const remove = (table: number) =>
    void run(() => change('DELETE /studies/{study}/tables/{table}', { study, table }), 'Taken out of the binder.');
  const hand = (table: StudyView['tables'][number], handed: Handed) => {
    const { title, sentence, shown } = table;
    const body = { title, sentence, shown: { ...shown, handed: handed === 'table' ? undefined : handed } };
    void run(() => change('PUT /studies/{study}/tables/{table}', { study, table: table.id, body }), '');
  };
  const keys = itemKeys(items);
  return items.map((item, at) => {
    const move = (
      <MoveItem
        name={nameOf(item)}
        at={at}
        last={items.length - 1}
        move={(to) => edit({ items: moved(items, at, to) })}
      />
    );
    const table = item.is === 'table' ? byId(view.tables, item.table) : undefined;
    const key = keys[at];
    if (item.is === 'table' && !table) return null;
    return (
      <DropPlace key={key} drop={(from) => edit({ items: moved(items, from, from < at ? at - 1 : at) })}>
        {item.is === 'table' && table ? (
          <BinderItem
            view={view}
            table={table}
            name={names.get(table.id) ?? ''}
            hand={(handed) => hand(table, handed)}
            chosen={chosen.has(table.id)}
            choose={(is) => choose(table.id, is)}
            freeze={(is) => acts.freeze([table.id], is)}
            remove={() => remove(table.id)}
            move={move}
            others={others}
            putInto={(to, copy) => putInto(table, to, copy)}
          />
        ) : (
          item.is !== 'table' && (
            <TextItem
              study={study}
              binder={binder.id}
              at={at}
              item={item}
              put={(next) => edit({ items: replaced(items, at, next) })}
              move={move}
            />
          )
        )}
      </DropPlace>
    );
  });
}

/** What is added at the end of a binder: a section, or a note. */
function Adding({ acts, binder }: { acts: BinderActs; binder: Binder }) {
  const [is, setIs] = useState<'section' | 'note' | null>(null);
  if (is === null)
    return (
      <p className={css['acts']}>
        <Button onClick={() => setIs('section')}>Add a section</Button>
        <Button onClick={() => setIs('note')}>Add a note</Button>
        <a href={`/studies/${acts.study}/tables`}>Ask for a table</a>
      </p>
    );
  return (
    <TextForm
      study={acts.study}
      called={`binder:${binder.id}:new-${is}`}
      label={is === 'section' ? 'Title of the section' : 'Note'}
      text=""
      long={is === 'note'}
      keep={(text) => acts.edit({ items: [...binder.items, textAs(is, text)] })}
      leave={() => setIs(null)}
    />
  );
}

/** A binder: tables that were kept and their readings, as they are now, among sections and notes; to be handed over. */
function BinderPage({ study }: { study: string }) {
  const { view, problem } = useStudy(study);
  const acts = useBinder(view);
  const { binder, trouble, setTrouble, toast, setToast } = acts;
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  useLanded(view !== null && binder !== null);
  if (problem && !view) return <Problem {...problem} />;
  if (!view || !binder) return <Wait>Opening the study…</Wait>;
  const tables = binder.items.flatMap((item) => (item.is === 'table' ? [item.table] : []));
  const choose = (table: number, is: boolean) => {
    const next = new Set(chosen);
    if (is) next.add(table);
    else next.delete(table);
    setChosen(next);
  };
  return (
    <PeekScope study={study} view={view}>
      <Page>
        <Pens />
        <BinderHead acts={acts} binder={binder} />
        {trouble && <Problem {...trouble} dismiss={() => setTrouble(null)} />}
        {tables.length > 0 && <HandOverBar {...{ view, acts, binder, tables, chosen }} />}
        {binder.items.length > 1 && <Contents view={view} items={binder.items} />}
        <div className={css['items']}>
          <Items view={view} acts={acts} binder={binder} chosen={chosen} choose={choose} />
          {tables.length === 0 && (
            <p>
              No table has been kept in it yet. <a href={`/studies/${study}/tables`}>Ask for one</a>, then “Keep in
              binder”.
            </p>
          )}
          <DropPlace drop={(from) => acts.edit({ items: moved(binder.items, from, binder.items.length - 1) })}>
            <Adding acts={acts} binder={binder} />
          </DropPlace>
        </div>
        <Toast text={toast} done={() => setToast(null)} />
      </Page>
    </PeekScope>
  );
}

export const BinderScreen = guarded(BinderPage);
