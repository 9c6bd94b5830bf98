import type { CodebookField } from '../../core/codebook/cell-text.js';

/** A column of the codebook grid. What has no field is for looking only. */
export interface GridColumn {
  is: CodebookField | 'star' | 'picture';
  title: string;
  /** Width as a CSS grid track. */
  track: string;
}

export const GRID_COLUMNS: readonly GridColumn[] = [
  { is: 'star', title: '★', track: '32px' },
  { is: 'name', title: 'Name', track: '122px' },
  { is: 'label', title: 'Label', track: 'minmax(170px, 1.3fr)' },
  { is: 'level', title: 'Level', track: '140px' },
  { is: 'codes', title: 'Codes', track: 'minmax(180px, 1.3fr)' },
  { is: 'picture', title: 'Picture', track: '80px' },
  { is: 'missing', title: 'Missing', track: '150px' },
  { is: 'question', title: 'Question', track: 'minmax(140px, 1fr)' },
  { is: 'group', title: 'Group', track: '96px' },
  { is: 'note', title: 'Note', track: 'minmax(100px, 0.7fr)' },
];

export const TRACKS = GRID_COLUMNS.map(({ track }) => track).join(' ');
/** Narrower than this the grid scrolls sideways. */
export const MIN_WIDTH = 1230;

/** The field of a column, where it has one. */
export function fieldAt(column: number): CodebookField | null {
  const is = GRID_COLUMNS[column]?.is;
  return is === undefined || is === 'star' || is === 'picture' ? null : is;
}

/** The column of stars. */
export const STAR = 0;
