export declare const unpack: (file: string, folder: string, passphrase?: string) => Promise<void>;
