/** What whoever runs the house has set. */
export interface Settings {
  /** The address that people type, behind a proxy; undefined on loopback. */
  publicUrl: URL | undefined;
  /** True where it is reached over https: then cookies are bound to it. */
  secure: boolean;
  /** Whom Express believes about where a request came from: hops, addresses, or nobody. */
  trustProxy: number | string | false;
  /** True where the invented people may be loaded and signed into. */
  demo: boolean;
  /** Where the operator alone sees how the house fares; undefined where nobody watches. */
  metricsPort: number | undefined;
}

/** Reads the settings. Throws a sentence for one that cannot be. */
export const readSettings = (env: Readonly<Record<string, string | undefined>>): Settings => {
  const given = env.MAUL_PUBLIC_URL ?? '';
  if (given !== '' && !/^https?:$/.test(URL.canParse(given) ? new URL(given).protocol : ''))
    throw new Error(`MAUL_PUBLIC_URL=${given} is not an address like https://maul.example.org.`);
  const publicUrl = given === '' ? undefined : new URL(given);
  const trust = env.MAUL_TRUST_PROXY ?? '';
  const trustProxy = trust === '' ? false : /^\d+$/.test(trust) ? Number(trust) : trust;
  const metrics = env.MAUL_METRICS_PORT ?? '';
  if (metrics !== '' && !/^\d{1,5}$/.test(metrics))
    throw new Error(`MAUL_METRICS_PORT=${metrics} is not a port.`);
  return {
    publicUrl,
    secure: publicUrl?.protocol === 'https:',
    trustProxy,
    // Everybody knows their password.
    demo: env.MAUL_DEMO !== 'off' && publicUrl === undefined,
    metricsPort: metrics === '' ? undefined : Number(metrics),
  };
};
