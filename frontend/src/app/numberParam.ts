/** A number in an address. */
export const numberParam = <K extends string>(name: K) => ({
  parse: (params: Record<K, string>) => ({ [name]: Number(params[name]) }) as Record<K, number>,
  stringify: (params: Record<K, number>) => ({ [name]: String(params[name]) }) as Record<K, string>,
});
