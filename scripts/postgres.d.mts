export class OperatorError extends Error {}
export function postgresBin(): string | undefined;
export function chromiumPath(): string | undefined;
export function ensurePackages(options?: {
  chromium?: boolean;
  tests?: boolean;
  say?: (text: string) => void;
}): void;
export function dataDirectory(home: string): string;
export function freePort(): Promise<number>;
export function startPostgres(options: {
  data: string;
  password?: string;
  log?: string;
}): Promise<{ port: number; pid: number; stop: () => Promise<void> }>;
export function layAside(file: string, largest?: number): void;
