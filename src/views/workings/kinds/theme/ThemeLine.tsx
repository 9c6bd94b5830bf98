import { useId, useState } from 'react';
import { whole } from '../../../../core/figures.js';
import {
  canBeUnder,
  merged,
  moved,
  split,
  withFields,
  withoutTheme,
} from '../../../../core/recode/theme/sheet-edits.js';
import { pathOf, standing } from '../../../../core/recode/theme/sheet.js';
import type { Theme } from '../../../../core/recode/theme/shape.js';
import { Button, Field } from '../../../../kit/kit.js';
import kit from '../../../../kit/kit.module.css';
import css from './theme.module.css';

interface Props {
  themes: readonly Theme[];
  theme: Theme;
  depth: number;
  /** Respondents who mention it; null: not known. */
  mentions: number | null;
  isOpen: boolean;
  toggle: () => void;
  change: (themes: readonly Theme[]) => void;
}

/** A theme to choose among others, or none of them. */
function OtherTheme({
  label,
  none,
  value,
  themes,
  among,
  choose,
}: {
  label: string;
  none: string;
  value: number | null;
  themes: readonly Theme[];
  among: readonly Theme[];
  choose: (id: number | null) => void;
}) {
  return (
    <Field label={label}>
      <select
        className={kit['input']}
        value={value ?? ''}
        onChange={({ target }) => choose(target.value === '' ? null : Number(target.value))}
      >
        <option value="">{none}</option>
        {among.map((other) => (
          <option key={other.id} value={other.id}>
            {pathOf(themes, other)}
          </option>
        ))}
      </select>
    </Field>
  );
}

const TEXTS = [
  ['definition', 'What it is about'],
  ['belongs', 'An answer that belongs to it'],
  ['not', 'An answer that does not'],
] as const;

/** What a theme is, where it stands, and what can become of it. */
function ThemeFields({ themes, theme, mentions, change }: Omit<Props, 'depth' | 'isOpen' | 'toggle'>) {
  const [parts, setParts] = useState('');
  const names = parts.split(',').flatMap((name) => (name.trim() === '' ? [] : [name.trim()]));
  const put = (fields: Partial<Theme>) => change(withFields(themes, theme.id, fields));
  return (
    <div className={css['fields']}>
      {TEXTS.map(([field, label]) => (
        <Field key={field} label={label}>
          <textarea
            className={kit['input']}
            rows={2}
            maxLength={2000}
            value={theme[field] ?? ''}
            onChange={({ target }) => put({ [field]: target.value === '' ? undefined : target.value })}
          />
        </Field>
      ))}
      <OtherTheme
        label="A part of"
        none="no other theme"
        value={theme.under}
        themes={themes}
        among={canBeUnder(themes, theme.id)}
        choose={(under) => put({ under })}
      />
      <OtherTheme
        label="Merge it into"
        none="choose…"
        value={null}
        themes={themes}
        among={standing(themes).filter(({ id }) => id !== theme.id)}
        choose={(into) => into !== null && change(merged(themes, theme.id, into))}
      />
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (names.length === 0) return;
          change(split(themes, theme.id, names));
          setParts('');
        }}
      >
        <Field label="Split it into">
          <input
            className={kit['input']}
            value={parts}
            placeholder="names, with commas between them"
            onChange={({ target }) => setParts(target.value)}
          />
        </Field>
        <Button type="submit" disabled={names.length === 0}>
          Split
        </Button>
      </form>
      <div className={css['acts']}>
        <Button onClick={() => change(moved(themes, theme.id, -1))}>Up</Button>
        <Button onClick={() => change(moved(themes, theme.id, 1))}>Down</Button>
        <Button
          disabled={(mentions ?? 0) > 0}
          title={(mentions ?? 0) > 0 ? 'Answers have it: merge it into another theme instead' : undefined}
          onClick={() => change(withoutTheme(themes, theme.id))}
        >
          Take out
        </Button>
      </div>
    </div>
  );
}

/** A theme on the code sheet; it opens to what belongs to it. */
export function ThemeLine(props: Props) {
  const { themes, theme, depth, mentions, isOpen, toggle, change } = props;
  const id = useId();
  return (
    <li className={css['theme']} data-depth={Math.min(depth, 4)}>
      <div className={css['line']}>
        <input
          className={kit['input']}
          aria-label={`Name of theme ${theme.id}`}
          value={theme.name}
          maxLength={200}
          onChange={({ target }) => change(withFields(themes, theme.id, { name: target.value }))}
        />
        <span className={css['about']}>{theme.definition ?? ''}</span>
        <span className={css['count']}>{mentions === null ? '' : whole(mentions)}</span>
        <Button aria-expanded={isOpen} aria-controls={id} onClick={toggle}>
          {isOpen ? 'Close' : `Edit ${theme.name}`}
        </Button>
      </div>
      <div id={id}>{isOpen && <ThemeFields {...{ themes, theme, mentions, change }} />}</div>
    </li>
  );
}
