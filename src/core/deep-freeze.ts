/** Makes a value unchangeable with all that is in it, and gives it back. @example deepFreeze(['1']) // ['1'] */
export function deepFreeze<T>(value: T): T {
  if (typeof value !== 'object' || value === null || Object.isFrozen(value)) return value;
  Object.values(value).forEach(deepFreeze);
  return Object.freeze(value);
}
