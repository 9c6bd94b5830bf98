/** Endings and kinds of the files that can be a codebook. */
export const CODEBOOK_FILES = '.csv,.tsv,.txt,.xlsx,.xml,.sss,.ddi,.json,text/csv,application/json,text/xml';
