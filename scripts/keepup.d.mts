interface Thing {
  over: Promise<unknown>;
  stop: () => Promise<unknown>;
}
export declare const keepUp: <T extends Thing>(how: {
  name: string;
  start: () => Promise<T>;
  say: (text: string) => void;
  gaveUp: (why: string) => void;
  now?: () => number;
  wait?: (ms: number) => Promise<void>;
}) => Promise<{ stop: () => Promise<void> }>;
