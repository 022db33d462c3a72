import {
  bodyScaleBytes,
  readBodyScale,
  WEIGHT_MEASUREMENT,
  WEIGHT_SCALE_SERVICE,
  type BodyReadingResult,
} from '@maul/core/body';

/** As much of the browser's Bluetooth as a body scale needs. */
export interface CharacteristicLike extends EventTarget {
  value?: DataView | null;
  startNotifications: () => Promise<unknown>;
}
export interface BluetoothLike {
  requestDevice: (options: { filters: { services: number[] }[] }) => Promise<{
    name?: string | null;
    addEventListener: (type: 'gattserverdisconnected', heard: () => void) => void;
    gatt?: {
      connect: () => Promise<{
        getPrimaryService: (service: number) => Promise<{
          getCharacteristic: (characteristic: number) => Promise<CharacteristicLike>;
        }>;
      }>;
      disconnect: () => void;
    };
  }>;
}

/** The browser's own Bluetooth; undefined where it has none. */
export const bluetoothOf = (): BluetoothLike | undefined =>
  (navigator as { bluetooth?: BluetoothLike }).bluetooth;

export interface ScaleHeard {
  /** A weight, or why a packet is none. */
  said: (reading: BodyReadingResult) => void;
  /** The scale is gone; what was read before stays. */
  gone: () => void;
}

/**
 * Listens to a body scale that the athlete chooses. Answers its name and a way to let go; throws what the browser throws, also when nothing
 * was chosen.
 */
export const listenToScale = async (
  bluetooth: BluetoothLike,
  heard: ScaleHeard,
): Promise<{ name: string; stop: () => void }> => {
  const device = await bluetooth.requestDevice({ filters: [{ services: [WEIGHT_SCALE_SERVICE] }] });
  if (!device.gatt) throw new Error('Maul cannot connect to the scale.');
  device.addEventListener('gattserverdisconnected', heard.gone);
  const server = await device.gatt.connect();
  const service = await server.getPrimaryService(WEIGHT_SCALE_SERVICE);
  const weight = await service.getCharacteristic(WEIGHT_MEASUREMENT);
  weight.addEventListener('characteristicvaluechanged', () => {
    const { value } = weight;
    if (!value) return;
    heard.said(readBodyScale(new Uint8Array(value.buffer, value.byteOffset, value.byteLength)));
  });
  await weight.startNotifications();
  const { gatt } = device;
  return { name: device.name ?? 'Body scale', stop: () => gatt.disconnect() };
};

/** What the stand-in does: a reading, one that breaks off, or one that fails. */
export type StandInWay = 'reads' | 'breaks off' | 'fails';

/** A small body scale behind a Bluetooth of its own: it says `kg` a moment after one steps on it. */
export const standInBluetooth = (kg: number, way: StandInWay = 'reads', waitMs = 600): BluetoothLike => {
  let gone = (): void => undefined;
  const weight: CharacteristicLike = Object.assign(new EventTarget(), {
    value: null as DataView | null,
    startNotifications: () => {
      setTimeout(() => {
        const whole = bodyScaleBytes(kg);
        const bytes =
          way === 'reads' ? whole : way === 'fails' ? Uint8Array.of(0, 0xff, 0xff) : whole.slice(0, 2);
        weight.value = new DataView(bytes.buffer);
        weight.dispatchEvent(new Event('characteristicvaluechanged'));
        if (way === 'breaks off') gone();
      }, waitMs);
      return Promise.resolve();
    },
  });
  return {
    requestDevice: () =>
      Promise.resolve({
        name: 'Stand-in scale',
        addEventListener: (_type, heard) => (gone = heard),
        gatt: {
          connect: () =>
            Promise.resolve({
              getPrimaryService: () => Promise.resolve({ getCharacteristic: () => Promise.resolve(weight) }),
            }),
          disconnect: () => gone(),
        },
      }),
  };
};
