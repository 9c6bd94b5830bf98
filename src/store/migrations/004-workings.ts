/** A conversion says to what; until now there was one to numbers only. */
export const workings = `
UPDATE working SET recipe = json_set(recipe, '$.to', 'number')
WHERE kind = 'convert' AND json_extract(recipe, '$.to') IS NULL;
`;
