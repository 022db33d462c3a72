import { readGtin } from '@maul/core/foods';
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader';
import wasmUrl from 'zxing-wasm/reader/zxing_reader.wasm?url';

// From this address and no other: the decoder is part of the application and works without a network.
prepareZXingModule({ overrides: { locateFile: () => wasmUrl } });

/** The trade item number that a picture shows, as fourteen digits; undefined where it shows none that its check digit confirms. */
export const readFrame = async (frame: ImageData): Promise<string | undefined> => {
  const found = await readBarcodes(frame, {
    formats: ['EAN-13', 'EAN-8', 'UPC-A', 'UPC-E', 'ITF'],
    tryHarder: true,
    maxNumberOfSymbols: 1,
  });
  for (const { text } of found) {
    const code = readGtin(text);
    if (code.ok) return code.gtin;
  }
  return undefined;
};
