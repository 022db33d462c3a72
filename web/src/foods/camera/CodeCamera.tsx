import { useEffect, useRef, useState } from 'react';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { readFrame } from './readFrame.ts';
import './codeCamera.css';

/** Looks so often, ms: a decoder takes a while, and a hand moves slowly. */
const LOOK_MS = 150;

const NO_CAMERA: Readonly<Record<string, string>> = {
  NotAllowedError: 'The browser does not let Maul see through the camera. Allow it there, or type the code.',
  NotFoundError: 'This device has no camera. Type the code.',
  NotReadableError: 'Another program holds the camera. Close it there, or type the code.',
};
const faultOf = (error: unknown): string =>
  NO_CAMERA[error instanceof DOMException ? error.name : ''] ??
  'The camera cannot be used here. Type the code.';

/** Shows what the camera sees until it sees the code of a package. Nothing of it is kept or sent. */
export const CodeCamera = ({ onCode, onClose }: { onCode: (code: string) => void; onClose: () => void }) => {
  const video = useRef<HTMLVideoElement>(null);
  const [fault, setFault] = useState<string | null>(null);
  const heard = useRef(onCode);
  useEffect(() => {
    heard.current = onCode;
  }, [onCode]);
  useEffect(() => {
    let stream: MediaStream | undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let over = false;
    const canvas = document.createElement('canvas');
    const look = async (): Promise<void> => {
      const seen = video.current;
      if (over || !seen) return;
      const { videoWidth: width, videoHeight: height } = seen;
      if (width > 0 && height > 0) {
        [canvas.width, canvas.height] = [width, height];
        const drawn = canvas.getContext('2d', { willReadFrequently: true });
        drawn?.drawImage(seen, 0, 0);
        const code = drawn ? await readFrame(drawn.getImageData(0, 0, width, height)) : undefined;
        if (code !== undefined && !over) {
          over = true;
          return heard.current(code);
        }
      }
      timer = setTimeout(() => void look().catch(failed), LOOK_MS);
    };
    const failed = (error: unknown): void => {
      if (!over) setFault(faultOf(error));
    };
    const open = async (): Promise<void> => {
      if (!('mediaDevices' in navigator)) throw new DOMException('', 'NotFoundError');
      stream = await navigator.mediaDevices.getUserMedia({
        video: { facingMode: 'environment', width: { ideal: 1280 } },
      });
      if (over || !video.current) return stream.getTracks().forEach((track) => track.stop());
      video.current.srcObject = stream;
      await video.current.play();
      await look();
    };
    open().catch(failed);
    return () => {
      over = true;
      clearTimeout(timer);
      stream?.getTracks().forEach((track) => track.stop());
    };
  }, []);
  return (
    <FormDialog title="Hold the code before the camera" onClose={onClose} leave="Leave it">
      {fault !== null ? (
        <p role="alert">{fault}</p>
      ) : (
        <video ref={video} className="code-camera" muted playsInline aria-label="What the camera sees" />
      )}
      <p className="second">
        The lines of the code lie across the picture, in good light, a hand’s width away.
      </p>
    </FormDialog>
  );
};
