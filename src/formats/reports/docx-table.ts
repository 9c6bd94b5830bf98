import {
  AlignmentType,
  BorderStyle,
  type IRunOptions,
  Paragraph,
  ShadingType,
  Table,
  TableCell,
  TableRow,
  TextRun,
  VerticalAlignTable,
} from 'docx';
import { columnParts } from '../../core/view/column-parts.js';
import { INK_SIGNS, type Ink } from '../../core/view/ink.js';
import type { LaidCell, LaidOut } from '../../core/view/laid-cell.js';
import { type PlacedCell, placedLines } from '../../core/view/placed-cells.js';
import { standsAt } from '../../core/view/stands-at.js';
import { xmlText } from './xml-text.js';

/** Hatching as a word processor has it. */
const SHADING: Record<Ink, (typeof ShadingType)[keyof typeof ShadingType]> = {
  more2: ShadingType.DIAGONAL_STRIPE,
  more1: ShadingType.THIN_DIAGONAL_STRIPE,
  fewer1: ShadingType.THIN_REVERSE_DIAGONAL_STRIPE,
  fewer2: ShadingType.REVERSE_DIAGONAL_STRIPE,
};

const PEN = 'B9C4D2';
const SIGN_SIZE = 12;
const NONE = { style: BorderStyle.NONE, size: 0, color: 'auto' };
const fine = (color: string) => ({ style: BorderStyle.SINGLE, size: 4, color });

/** How far a line stands in that is within another, in twentieths of a point. */
const INDENT = 200;

const ALIGNMENT = { left: AlignmentType.LEFT, center: AlignmentType.CENTER, right: AlignmentType.RIGHT };

/** What keeps a text apart from the figures before it, in twentieths of a point. */
const TEXT_MARGIN = 160;

/** Half points of the letters in a table of so many columns at most; undefined: as their style has them. */
const SIZES = [
  { columns: 9, size: undefined },
  { columns: 13, size: 15 },
  { columns: Infinity, size: 13 },
];

function runs({ text, ink, small }: LaidCell, size: number | undefined, isHeading: boolean): TextRun[] {
  const plain = (words: string, more: IRunOptions = {}) => {
    const sized = size === undefined ? {} : { size };
    const options: IRunOptions = { text: xmlText(words), ...sized, bold: isHeading, ...more };
    return new TextRun(options);
  };
  return [
    ...(small ? [plain('! ', { color: 'A8480A' })] : []),
    ...(ink ? [plain(`${INK_SIGNS[ink]} `, { color: '2F4A6D', size: SIGN_SIZE })] : []),
    plain(text),
  ];
}

function cellOf(placed: PlacedCell, size: number | undefined): TableCell {
  const { cell } = placed;
  const { heads, columns, lines, ink, isText, depth = 0 } = cell;
  const isHeading = heads === 'columns';
  return new TableCell({
    columnSpan: columns,
    rowSpan: lines,
    verticalAlign: isHeading ? VerticalAlignTable.BOTTOM : VerticalAlignTable.TOP,
    margins: { top: 30, bottom: 20, left: isText && heads !== 'line' ? TEXT_MARGIN : 50, right: 50 },
    borders: { top: NONE, left: NONE, right: NONE, bottom: fine(isHeading ? '1C2230' : 'D9D6CC') },
    ...(ink ? { shading: { type: SHADING[ink], color: PEN, fill: 'auto' } } : {}),
    children: [
      new Paragraph({
        style: 'TableText',
        alignment: ALIGNMENT[standsAt(placed)],
        ...(depth > 0 ? { indent: { left: depth * INDENT } } : {}),
        children: runs(cell, size, isHeading),
      }),
    ],
  });
}

/** @param width of the page between its margins, in twentieths of a point */
export function docxTable(laid: LaidOut, width: number): Table {
  const parts = columnParts(laid);
  const all = parts.reduce((sum, part) => sum + part, 0);
  const { size } = SIZES.find((step) => parts.length <= step.columns)!;
  const rows = (lines: LaidOut['head'], isHeading: boolean) => {
    return placedLines(lines).map((cells) => {
      return new TableRow({
        ...(isHeading ? { tableHeader: true } : {}),
        cantSplit: true,
        children: cells.map((own) => cellOf(own, size)),
      });
    });
  };
  return new Table({
    columnWidths: parts.map((part) => Math.floor((part / all) * width)),
    borders: {
      top: fine('1C2230'),
      bottom: fine('1C2230'),
      left: NONE,
      right: NONE,
      insideHorizontal: NONE,
      insideVertical: NONE,
    },
    rows: [...rows(laid.head, true), ...rows(laid.body, false)],
  });
}
