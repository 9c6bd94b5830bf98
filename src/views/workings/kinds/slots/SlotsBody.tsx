import { useMemo } from 'react';
import type { StudyView } from '../../../../api/types.js';
import { compareCodes } from '../../../../core/codebook/number.js';
import type { Slots } from '../../../../core/recode/slots/shape.js';
import kit from '../../../../kit/kit.module.css';
import { SourceChooser } from '../../editor/SourceChooser.js';
import { SettleField } from '../SettleField.js';
import type { BodyProps } from '../body-props.js';
import css from '../../workings.module.css';

/** Codes of the slots with a label; what is no answer in one of them is left out. */
function codesOf(view: StudyView, sources: readonly number[]): { code: string; label: string }[] {
  const labels = new Map<string, string>();
  const missing = new Set<string>();
  for (const { codes, id } of view.variables) {
    if (!sources.includes(id)) continue;
    for (const code of codes) {
      if (code.missing !== null) missing.add(code.code);
      const label = labels.get(code.code);
      if (label === undefined || label === code.code) labels.set(code.code, code.label);
    }
  }
  const listed = [...labels].filter(([code]) => !missing.has(code)).map(([code, label]) => ({ code, label }));
  const [first] = view.variables.filter(({ id }) => sources.includes(id));
  const inFirst = listed.every(({ code }) => first?.codes.some((candidate) => candidate.code === code));
  return inFirst ? listed : listed.sort((a, b) => compareCodes(a.code, b.code));
}

/** One multiple-response question over slots: columns that each hold one code of the same list. */
export function SlotsBody({ view, recipe, change }: BodyProps<Slots>) {
  const candidates = useMemo(
    () =>
      view.variables.filter(
        ({ countable, level, codes }) => countable && level !== 'multiple' && level !== 'text' && codes.length >= 2,
      ),
    [view],
  );
  const codes = codesOf(view, recipe.sources);
  const option = (code: string) => recipe.options.find((candidate) => candidate.code === code);
  const choose = (ids: number[]) => {
    const sources = candidates.map(({ id }) => id).filter((id) => ids.includes(id));
    const next = codesOf(view, sources);
    // A code that was left out before stays out; one that is new is an option.
    const out = new Set(codes.map(({ code }) => code).filter((code) => !option(code) && code !== recipe.none));
    const options = next
      .filter(({ code }) => !out.has(code) && code !== recipe.none)
      .map((code) => option(code.code) ?? code);
    change({ ...recipe, sources, options, none: next.some(({ code }) => code === recipe.none) ? recipe.none : null });
  };
  const set = (code: string, is: string) => {
    const options = codes.flatMap((item) =>
      item.code === code
        ? is === 'option' || is === 'exclusive'
          ? [option(code) ?? item]
          : []
        : (option(item.code) ?? []),
    );
    const exclusive = [
      ...(recipe.exclusive ?? []).filter((text) => text !== code),
      ...(is === 'exclusive' ? [code] : []),
    ];
    change({
      ...recipe,
      options,
      none: is === 'none' ? code : recipe.none === code ? null : recipe.none,
      exclusive: exclusive.length > 0 ? exclusive : undefined,
    });
  };
  return (
    <>
      <SourceChooser
        title="Slots"
        hint="columns that each hold one code of the same list"
        candidates={candidates}
        chosen={recipe.sources}
        choose={choose}
      />
      {codes.length > 0 && (
        <section className={css['section']}>
          <h2>
            Options<small>codes of the slots</small>
          </h2>
          <div className={css['columns']} role="group" aria-label="Options">
            {codes.map(({ code, label }) => {
              const is =
                code === recipe.none
                  ? 'none'
                  : option(code)
                    ? recipe.exclusive?.includes(code)
                      ? 'exclusive'
                      : 'option'
                    : 'out';
              return (
                <div key={code} className={css['column']}>
                  <b>{code}</b>
                  <input
                    className={kit['input']}
                    aria-label={`Label of the option ${code}`}
                    value={option(code)?.label ?? label}
                    disabled={is !== 'option' && is !== 'exclusive'}
                    onChange={(event) =>
                      change({
                        ...recipe,
                        options: recipe.options.map((item) =>
                          item.code === code ? { ...item, label: event.target.value } : item,
                        ),
                      })
                    }
                  />
                  <select
                    className={kit['input']}
                    aria-label={`${code} is`}
                    value={is}
                    onChange={(event) => set(code, event.target.value)}
                  >
                    <option value="option">an option</option>
                    <option value="exclusive">an option that excludes others</option>
                    <option value="none">none of these</option>
                    <option value="out">left out</option>
                  </select>
                </div>
              );
            })}
          </div>
          {(recipe.none !== null || (recipe.exclusive ?? []).length > 0) && (
            <SettleField settle={recipe.settle} put={(settle) => change({ ...recipe, settle })} />
          )}
        </section>
      )}
    </>
  );
}
