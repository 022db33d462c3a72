/** The browser's storage where there is no browser: its keys are its own, as in a browser. */
const methods: Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'clear'> & ThisType<Storage> = {
  getItem(key) {
    return (this[key] as string | undefined) ?? null;
  },
  setItem(key, value) {
    this[key] = value;
  },
  removeItem(key) {
    delete this[key];
  },
  clear() {
    for (const key of Object.keys(this)) delete this[key];
  },
};

if (typeof localStorage === 'undefined') globalThis.localStorage = Object.create(methods) as Storage;
