import { useState } from 'react';
import { byId } from '../../../../core/by-id.js';
import { whole } from '../../../../core/figures.js';
import { parted, sheetLines, withTheme } from '../../../../core/recode/theme/sheet-edits.js';
import { atTop, MOST_AT_TOP } from '../../../../core/recode/theme/sheet.js';
import type { Theme } from '../../../../core/recode/theme/shape.js';
import { plural } from '../../../../core/words.js';
import { Button, Field } from '../../../../kit/kit.js';
import kit from '../../../../kit/kit.module.css';
import { ThemeLine } from './ThemeLine.js';
import css from './theme.module.css';
import shared from '../../workings.module.css';

interface Props {
  themes: readonly Theme[];
  /** Respondents who mention each theme; empty while nothing is known. */
  mentions: ReadonlyMap<number, number>;
  change: (themes: readonly Theme[]) => void;
}

/** The code sheet: themes with what belongs to them, in their order, themes under themes. */
export function CodeSheet({ themes, mentions, change }: Props) {
  const [name, setName] = useState('');
  const [open, setOpen] = useState<number | null>(null);
  const gone = themes.filter(({ into }) => into !== null);
  const top = atTop(themes).length;
  const add = () => {
    if (name.trim() === '') return;
    change(withTheme(themes, name.trim(), null));
    setName('');
  };
  return (
    <section className={shared['section']} aria-label="Code sheet">
      <h2>
        Code sheet
        <small>
          {themes.length === 0 ? 'the themes that answers can have' : plural(themes.length - gone.length, 'theme')}
        </small>
      </h2>
      {top > MOST_AT_TOP && (
        <p className={shared['hint']} role="note">
          {top} themes stand at the top level. More than {MOST_AT_TOP} are hard to keep apart: merge small ones, or put
          them under broader ones.
        </p>
      )}
      <ol className={css['sheet']}>
        {sheetLines(themes).map(({ theme, depth }) => (
          <ThemeLine
            key={theme.id}
            {...{ themes, theme, depth, change }}
            mentions={mentions.get(theme.id) ?? null}
            isOpen={open === theme.id}
            toggle={() => setOpen(open === theme.id ? null : theme.id)}
          />
        ))}
      </ol>
      <form
        className={shared['row']}
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        <Field label="A new theme">
          <input
            className={kit['input']}
            value={name}
            maxLength={200}
            placeholder="its name"
            onChange={(event) => setName(event.target.value)}
          />
        </Field>
        <Button type="submit" disabled={name.trim() === ''}>
          Add the theme
        </Button>
      </form>
      {gone.map((theme) => (
        <p key={theme.id} className={shared['hint']}>
          {theme.name} was merged into {byId(themes, theme.into)?.name}
          {(mentions.get(theme.into ?? 0) ?? 0) > 0 &&
            `, which ${whole(mentions.get(theme.into ?? 0) ?? 0)} mention`}.{' '}
          <Button onClick={() => change(parted(themes, theme.id))}>Let {theme.name} stand by itself again</Button>
        </p>
      ))}
    </section>
  );
}
