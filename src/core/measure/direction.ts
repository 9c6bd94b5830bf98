/** What is predicted: `columns` (rows known), `rows` (columns known), or both alike. */
export type Direction = 'columns' | 'rows' | 'symmetric';
