/**
 * A variable's codes can be shown in another order than that of its scale, which its code list keeps. A study has
 * settings of its own: its words for size.
 */
export const display = `
ALTER TABLE variable ADD COLUMN shown_order TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(shown_order));
ALTER TABLE study ADD COLUMN settings TEXT NOT NULL DEFAULT '{}' CHECK (json_valid(settings));
`;
