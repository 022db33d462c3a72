import { type BodyPicture, pictureAddress, PICTURE_TYPES, type Pose, POSES } from '@maul/contract/body';
import { isIsoDate, type IsoDate } from '@maul/core/units';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useEffect, useRef, useState } from 'react';
import { queryClient } from '../../data/session.ts';
import { DateField } from '../../ui/fields/DateField.tsx';
import { fileFault, POSE_NAMES, sendPicture } from './pictures.ts';

/** The camera with the last picture of the pose as a faint guide. */
const Camera = ({
  athleteId,
  ghost,
  onTaken,
  onClose,
}: {
  athleteId: string;
  ghost: BodyPicture | undefined;
  onTaken: (picture: Blob) => void;
  onClose: () => void;
}) => {
  const video = useRef<HTMLVideoElement>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [left, setLeft] = useState<number | null>(null);
  useEffect(() => {
    let stream: MediaStream | undefined;
    let over = false;
    void navigator.mediaDevices
      .getUserMedia({ video: { facingMode: 'environment', height: { ideal: 1920 } }, audio: false })
      .then((made) => {
        if (over) return made.getTracks().forEach((track) => track.stop());
        stream = made;
        if (video.current) video.current.srcObject = made;
      })
      .catch(() => setFault('The camera may not be used here, or there is none. Choose files instead.'));
    return () => {
      over = true;
      stream?.getTracks().forEach((track) => track.stop());
    };
  }, []);
  const taken = useRef(() => undefined as void);
  const take = (): void => {
    const from = video.current;
    if (!from || from.videoWidth === 0) return;
    const canvas = document.createElement('canvas');
    canvas.width = from.videoWidth;
    canvas.height = from.videoHeight;
    canvas.getContext('2d')?.drawImage(from, 0, 0);
    canvas.toBlob((blob) => blob && onTaken(blob), 'image/jpeg', 0.92);
  };
  useEffect(() => {
    taken.current = take;
  });
  const counting = left !== null;
  // Ten seconds to take the pose.
  useEffect(() => {
    if (!counting) return;
    const tick = setInterval(() => setLeft((now) => (now === null || now <= 1 ? null : now - 1)), 1000);
    const end = setTimeout(() => taken.current(), 9900);
    return () => {
      clearInterval(tick);
      clearTimeout(end);
    };
  }, [counting]);
  return (
    <div className="camera">
      {fault !== null && <Alert severity="warning">{fault}</Alert>}
      <div className="camera-view">
        <video ref={video} autoPlay playsInline muted />
        {ghost && <img src={pictureAddress(athleteId, ghost.id)} alt="" className="ghost" />}
        {left !== null && left > 0 && <span className="camera-count">{left}</span>}
      </div>
      <div className="meal-parts">
        <Button variant="contained" onClick={take} disabled={fault !== null}>
          Take it
        </Button>
        <Button onClick={() => setLeft(10)} disabled={fault !== null || left !== null}>
          In ten seconds
        </Button>
        <Button variant="text" onClick={onClose}>
          Close the camera
        </Button>
      </div>
    </div>
  );
};

/** Pictures from the camera or from files, each with its pose and day. */
export const AddPictures = ({
  athleteId,
  today,
  pictures,
  pose,
  name,
  onPose,
}: {
  athleteId: string;
  today: IsoDate;
  pictures: readonly BodyPicture[];
  pose: Pose;
  name: string;
  onPose: (pose: Pose, name: string) => void;
}) => {
  const [day, setDay] = useState<string>(today);
  const [camera, setCamera] = useState(false);
  const [sending, setSending] = useState<{ done: number; of: number } | null>(null);
  const [faults, setFaults] = useState<string[]>([]);
  const input = useRef<HTMLInputElement>(null);
  const ghost = pictures.find((p) => p.pose === pose && p.name === name);
  const send = async (files: readonly (Blob & { name?: string })[]): Promise<void> => {
    if (!isIsoDate(day)) return;
    const said: string[] = [];
    setSending({ done: 0, of: files.length });
    for (const [i, file] of files.entries()) {
      const fault = fileFault({ name: file.name ?? 'The picture', type: file.type, size: file.size });
      if (fault !== null) said.push(fault);
      else
        await sendPicture(athleteId, file, { day, pose, name: pose === 'class' ? name : '' }).then(
          (done) =>
            done === 'waits' &&
            said.push(
              `${file.name ?? 'The picture'} waits on this device, encrypted, until the server answers.`,
            ),
          (error: Error) => said.push(`${file.name ?? 'The picture'}: ${error.message}`),
        );
      setSending({ done: i + 1, of: files.length });
    }
    setSending(null);
    setFaults(said);
    await queryClient.invalidateQueries({ queryKey: ['pictures', athleteId] });
  };
  return (
    <section aria-label="Add pictures" className="morning-part">
      <div className="pictures-add">
        <TextField select label="Pose" value={pose} onChange={(e) => onPose(e.target.value as Pose, name)}>
          {POSES.map((p) => (
            <MenuItem key={p} value={p}>
              {POSE_NAMES[p]}
            </MenuItem>
          ))}
        </TextField>
        {pose === 'class' && (
          <TextField
            label="Name of the pose"
            value={name}
            onChange={(e) => onPose(pose, e.target.value.slice(0, 60))}
          />
        )}
        <DateField label="Taken on" value={day} onChange={setDay} />
        <Button variant="contained" disabled={sending !== null} onClick={() => input.current?.click()}>
          Choose files
        </Button>
        <Button disabled={sending !== null} onClick={() => setCamera(!camera)}>
          Camera
        </Button>
        <input
          ref={input}
          type="file"
          accept={PICTURE_TYPES.join(',')}
          multiple
          hidden
          aria-label="Files"
          onChange={(e) => {
            void send([...(e.target.files ?? [])]);
            e.target.value = '';
          }}
        />
      </div>
      <p className="quiet">
        Same light, same distance, same place as last time. Only you and a coach you share with can see them;
        place and time that a camera writes into a picture are removed.
      </p>
      {sending && (
        <p role="status">
          Sending {Math.min(sending.done + 1, sending.of)} of {sending.of} …
        </p>
      )}
      {faults.map((fault) => (
        <Alert key={fault} severity="warning">
          {fault}
        </Alert>
      ))}
      {camera && (
        <Camera
          athleteId={athleteId}
          ghost={ghost}
          onTaken={(blob) => void send([blob])}
          onClose={() => setCamera(false)}
        />
      )}
    </section>
  );
};
