export const newcomerStart: (zone?: string) => Record<string, unknown> & { profile: object };
