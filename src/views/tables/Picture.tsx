import { useMemo, useState } from 'react';
import type { Shown } from '../../api/types.js';
import { drawableOf } from '../../charts/table/drawable.js';
import { draw, type Drawable, redrawn } from '../../charts/table/kinds.js';
import { HANDED, HANDED_NAMES, PICTURE_NAMES, type PictureKind, picturesOf } from '../../core/table/picture-kinds.js';
import { USUAL_WIDE } from '../../core/table/shown-shape.js';
import type { Table } from '../../core/table/table.js';
import type { BlockView } from '../../core/view/types.js';
import { Button, Problem, Toggle, Wait } from '../../kit/kit.js';
import { radioKeys } from '../../kit/radio-keys.js';
import { Svg } from '../../kit/Svg.js';
import { CONFIDENCE } from '../reading/use-reading.js';
import type { Told } from './put-copied.js';
import { copyPicture, type Taken, takePng, takeSvg } from './take-picture.js';
import { type DrawnOf, useSpread } from './use-spread.js';
import css from './picture.module.css';

const WIDE = [460, USUAL_WIDE, 980] as const;
const PNG_WIDTHS = [700, 1400, 2800] as const;

interface Props {
  table: Table;
  /** Its columns are the items of a battery. */
  battery: boolean;
  block: BlockView;
  /** The same as a sentence, for what counts do not carry. */
  drawn: DrawnOf;
  title: string;
  shown: Shown;
  show: (shown: Shown) => void;
  told: Told;
}

interface StripProps {
  kinds: readonly PictureKind[];
  kind: PictureKind;
  markupOf: (kind: PictureKind) => string;
  choose: (kind: PictureKind) => void;
}

/** Small pictures of the same table, of which one is chosen. */
function Strip({ kinds, kind, markupOf, choose }: StripProps) {
  return (
    <div role="radiogroup" aria-label="Picture" className={css['strip']}>
      {kinds.map((own, k) => (
        <button
          key={own}
          type="button"
          role="radio"
          aria-label={PICTURE_NAMES[own]}
          aria-checked={own === kind}
          tabIndex={own === kind ? 0 : -1}
          onClick={() => choose(own)}
          onKeyDown={radioKeys(kinds, k, choose)}
        >
          <span aria-hidden="true" className={css['preview']}>
            <Svg markup={markupOf(own)} />
          </span>
          {PICTURE_NAMES[own]}
        </button>
      ))}
    </div>
  );
}

interface HeadingProps {
  /** What it is where nobody gives it another. */
  usual: string;
  heading: string | undefined;
  choose: (heading: string | undefined) => void;
}

/** The title of a picture; it is taken when the field is left, or with Enter. */
function HeadingField({ usual, heading = '', choose }: HeadingProps) {
  return (
    <input
      key={`${usual} ${heading}`}
      type="text"
      className={css['heading']}
      aria-label="Title of the picture"
      placeholder="Title"
      title={`The title of the picture; empty: ${usual}`}
      maxLength={200}
      defaultValue={heading}
      onBlur={({ target }) => {
        const next = target.value.trim();
        if (next !== heading) choose(next === '' ? undefined : next);
      }}
      onKeyDown={({ key, currentTarget }) => key === 'Enter' && currentTarget.blur()}
    />
  );
}

interface ActsProps extends Pick<Props, 'shown' | 'show' | 'told' | 'title'> {
  picture: Taken;
}

/** What a picture is headed, how large it is, and how it is taken along. */
function Acts({ picture, shown, show, told, title }: ActsProps) {
  const [width, setWidth] = useState<number>(PNG_WIDTHS[1]);
  const { heading, wide = USUAL_WIDE } = shown;
  const values = shown.plain !== true;
  const refused = () =>
    told.fail({
      detail: 'The browser does not make a picture here.',
      mend: 'Take it as SVG; on a page of this computer or over https the rest works too.',
    });
  return (
    <p className={css['acts']}>
      <Toggle on={values} onClick={() => show({ ...shown, plain: values || undefined })}>
        figures
      </Toggle>
      <HeadingField usual={title} heading={heading} choose={(next) => show({ ...shown, heading: next })} />
      <label>
        size{' '}
        <select
          value={wide}
          onChange={({ target }) => {
            const next = Number(target.value);
            show({ ...shown, wide: next === USUAL_WIDE ? undefined : next });
          }}
        >
          {[...new Set([...WIDE, wide])].map((own) => (
            <option key={own} value={own}>
              {own} points
            </option>
          ))}
        </select>
      </label>
      <label>
        in the binder{' '}
        <select
          value={shown.handed ?? 'table'}
          onChange={({ target }) => {
            const next = HANDED.find((own) => own === target.value);
            show({ ...shown, handed: next === 'table' ? undefined : next });
          }}
        >
          {HANDED.map((own) => (
            <option key={own} value={own}>
              {HANDED_NAMES[own]}
            </option>
          ))}
        </select>
      </label>
      <Button
        onClick={() => {
          void copyPicture(picture, wide).then(() => told.toast('The picture is on the clipboard.'), refused);
        }}
      >
        Copy picture
      </Button>
      <Button onClick={() => takeSvg(picture, heading ?? title)}>SVG</Button>
      <Button onClick={() => void takePng(picture, heading ?? title, width).catch(refused)}>PNG</Button>
      <label>
        at{' '}
        <select value={width} onChange={({ target }) => setWidth(Number(target.value))}>
          {PNG_WIDTHS.map((own) => (
            <option key={own} value={own}>
              {own} pixels
            </option>
          ))}
        </select>
      </label>
    </p>
  );
}

interface DrawnProps extends Pick<Props, 'title' | 'shown' | 'show' | 'told'> {
  kinds: readonly PictureKind[];
  /** What they are drawn from, without figures written in. */
  drawable: Drawable | null;
}

/** A picture, chosen by small ones of the same figures, to be copied and taken along. */
function DrawnPicture({ kinds, drawable, title, shown, show, told }: DrawnProps) {
  const [first] = kinds;
  const { heading, plain } = shown;
  const values = plain !== true;
  const small = useMemo(
    () => new Map(drawable ? kinds.map((own) => [own, draw(own, redrawn(drawable, { width: USUAL_WIDE }))]) : []),
    [kinds, drawable],
  );
  const kind = kinds.find((own) => own === shown.picture) ?? first;
  const markup = useMemo(
    () => (kind && drawable ? draw(kind, values ? redrawn(drawable, { values: true }) : drawable) : ''),
    [kind, drawable, values],
  );
  if (!kind) return null;
  const picture = { markup, heading };
  return (
    <figure className={css['picture']}>
      <figcaption>{heading ?? `${title}, ${PICTURE_NAMES[kind]}`}</figcaption>
      {kinds.length > 1 && (
        <Strip
          kinds={kinds}
          kind={kind}
          markupOf={(own) => small.get(own) ?? ''}
          choose={(own) => show({ ...shown, picture: own === first ? undefined : own })}
        />
      )}
      {markup === '' ? <Wait>Drawing…</Wait> : <Svg className={css['whole']} markup={markup} />}
      <Acts {...{ picture, shown, show, told, title }} />
    </figure>
  );
}

/** A picture of a table. */
export function Picture({ table, battery, block, drawn, title, shown, show, told }: Props) {
  const kinds = useMemo(() => picturesOf(table, battery), [table, battery]);
  const { confidence, heading, wide = USUAL_WIDE } = shown;
  const hasPictures = kinds.length > 0;
  const { densities, pairs, problem } = useSpread(drawn, kinds, confidence ?? CONFIDENCE);
  const drawable = useMemo(() => {
    const asked = { title: `Chart: ${heading ?? title}`, width: wide, values: false, confidence };
    return hasPictures ? drawableOf(table, block, asked, { densities, pairs }) : null;
  }, [hasPictures, table, block, densities, pairs, title, heading, wide, confidence]);
  return (
    <>
      {problem && <Problem {...problem} />}
      <DrawnPicture {...{ kinds, drawable, title, shown, show, told }} />
    </>
  );
}
