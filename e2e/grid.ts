export const GRID = '[role=grid][aria-label=Codebook]';

const COLUMNS = ['star', 'name', 'label', 'level', 'codes', 'picture', 'missing', 'question', 'group', 'note'];

/** A cell of the codebook's grid, as a selector. */
export const cell = (name: string, column: string) =>
  `${GRID} [data-row="${name}"] > [role=gridcell]:nth-child(${COLUMNS.indexOf(column) + 1})`;
