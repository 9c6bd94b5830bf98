/** Words of each language that carry its grammar and little else. */
declare module 'stopword' {
  export const ara: readonly string[];
  export const ces: readonly string[];
  export const dan: readonly string[];
  export const deu: readonly string[];
  export const ell: readonly string[];
  export const eng: readonly string[];
  export const fin: readonly string[];
  export const fra: readonly string[];
  export const hun: readonly string[];
  export const ita: readonly string[];
  export const nld: readonly string[];
  export const nob: readonly string[];
  export const pol: readonly string[];
  export const por: readonly string[];
  export const ron: readonly string[];
  export const rus: readonly string[];
  export const spa: readonly string[];
  export const swe: readonly string[];
  export const tur: readonly string[];
  export const ukr: readonly string[];
}
