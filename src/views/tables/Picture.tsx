import { useMemo, useState } from 'react';
import type { Shown } from '../../api/types.js';
import { draw, withValues } from '../../charts/table/kinds.js';
import { type PictureKind, picturesOf } from '../../core/table/picture-kinds.js';
import type { Table } from '../../core/table/table.js';
import type { BlockView } from '../../core/view/types.js';
import { Button, Toggle } from '../../kit/kit.js';
import { radioKeys } from '../../kit/radio-keys.js';
import { Svg } from '../../kit/Svg.js';
import { drawableOf } from './drawable.js';
import type { Told } from './put-copied.js';
import { copyPicture, takePng, takeSvg } from './take-picture.js';
import css from './picture.module.css';

const NAMES: Record<PictureKind, string> = {
  stacked: 'stacked to 100%',
  bars: 'bars',
  diverging: 'parted in the middle',
  mosaic: 'mosaic',
  dots: 'dots with intervals',
  slopes: 'slopes',
  boxes: 'boxes',
  means: 'means with intervals',
};

const WIDTH = 690;
const PNG_WIDTHS = [700, 1400, 2800] as const;

interface Props {
  table: Table;
  /** Its columns are the items of a battery. */
  battery: boolean;
  block: BlockView;
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
          aria-label={NAMES[own]}
          aria-checked={own === kind}
          tabIndex={own === kind ? 0 : -1}
          onClick={() => choose(own)}
          onKeyDown={radioKeys(kinds, k, choose)}
        >
          <span aria-hidden="true" className={css['preview']}>
            <Svg markup={markupOf(own)} />
          </span>
          {NAMES[own]}
        </button>
      ))}
    </div>
  );
}

/** A picture of a table, chosen by small ones of the same figures, to be copied and taken along. */
export function Picture({ table, battery, block, title, shown, show, told }: Props) {
  const [width, setWidth] = useState<number>(PNG_WIDTHS[1]);
  const kinds = useMemo(() => picturesOf(table, battery), [table, battery]);
  const [first] = kinds;
  const values = shown.plain !== true;
  const { confidence } = shown;
  const hasPictures = kinds.length > 0;
  const drawable = useMemo(() => {
    const asked = { title: `Chart: ${title}`, width: WIDTH, values: false, confidence };
    return hasPictures ? drawableOf(table, block, asked) : null;
  }, [hasPictures, table, block, title, confidence]);
  const small = useMemo(
    () => new Map(drawable ? kinds.map((own) => [own, draw(own, drawable)]) : []),
    [kinds, drawable],
  );
  const kind = kinds.find((own) => own === shown.picture) ?? first;
  const markup = useMemo(
    () => (kind && drawable ? draw(kind, values ? withValues(drawable) : drawable) : ''),
    [kind, drawable, values],
  );
  if (!kind) return null;
  const refused = () =>
    told.fail({
      detail: 'The browser does not make a picture here.',
      mend: 'Take it as SVG; on a page of this computer or over https the rest works too.',
    });
  return (
    <figure className={css['picture']}>
      <figcaption>
        {title}, {NAMES[kind]}
      </figcaption>
      {kinds.length > 1 && (
        <Strip
          kinds={kinds}
          kind={kind}
          markupOf={(own) => small.get(own) ?? ''}
          choose={(own) => show({ ...shown, picture: own === first ? undefined : own })}
        />
      )}
      <Svg className={css['whole']} markup={markup} />
      <p className={css['acts']}>
        <Toggle on={values} onClick={() => show({ ...shown, plain: values || undefined })}>
          figures
        </Toggle>
        <Button
          onClick={() => {
            void copyPicture(markup, WIDTH).then(() => told.toast('The picture is on the clipboard.'), refused);
          }}
        >
          Copy picture
        </Button>
        <Button onClick={() => takeSvg(markup, title)}>SVG</Button>
        <Button onClick={() => void takePng(markup, title, width).catch(refused)}>PNG</Button>
        <label>
          wide{' '}
          <select value={width} onChange={({ target }) => setWidth(Number(target.value))}>
            {PNG_WIDTHS.map((own) => (
              <option key={own} value={own}>
                {own} points
              </option>
            ))}
          </select>
        </label>
      </p>
    </figure>
  );
}
