/** An object each of whose fields is worked out when it is first asked for, and then kept. */
export function lazily<T extends object>(fields: { readonly [K in keyof T]: () => T[K] }): T {
  const made = {} as T;
  for (const key of Object.keys(fields) as (keyof T)[]) {
    Object.defineProperty(made, key, {
      configurable: true,
      enumerable: true,
      get() {
        const value = fields[key]();
        Object.defineProperty(made, key, { value, enumerable: true });
        return value;
      },
    });
  }
  return made;
}
