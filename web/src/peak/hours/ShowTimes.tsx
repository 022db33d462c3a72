import type { ShowDay, Timed } from '@maul/core/peak';
import { isClock } from '@maul/core/units';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import TextField from '@mui/material/TextField';
import Close from '@mui/icons-material/Close';
import { useState } from 'react';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { NumberField } from '../../ui/fields/NumberField.tsx';
import { TimeField } from '../../ui/fields/TimeField.tsx';

const EMPTY: ShowDay = {
  wake: '06:00',
  bed: '22:30',
  stages: [{ name: 'Stage', at: '14:00' }],
  travel: null,
  checkIn: null,
  tan: null,
  pumpUpMinutes: 25,
};

const EventFields = ({
  name,
  value,
  minutes,
  onChange,
}: {
  name: string;
  value: Timed | null;
  /** How long it takes where nothing else is said. */
  minutes: number;
  onChange: (next: Timed | null) => void;
}) => (
  <div className="pair">
    <TimeField
      label={`${name} at`}
      value={value?.at ?? ''}
      onChange={(at) => onChange(at === '' ? null : { at, minutes: value?.minutes ?? minutes })}
    />
    <NumberField
      label={`${name}, min`}
      value={value?.minutes ?? null}
      onChange={(next) => value && onChange({ ...value, minutes: next })}
      onEmpty={() => undefined}
      min={1}
      max={600}
      whole
    />
  </div>
);

/** When one wakes, is on stage, tans and travels; everything else is laid from it. */
export const ShowTimes = ({
  show,
  wake,
  onKeep,
  onClose,
}: {
  show: ShowDay | null;
  /** The usual waking. */
  wake: string;
  onKeep: (show: ShowDay) => void;
  onClose: () => void;
}) => {
  const [times, setTimes] = useState<ShowDay>(show ?? { ...EMPTY, wake });
  const change = (part: Partial<ShowDay>): void => setTimes({ ...times, ...part });
  const stage = (i: number, part: Partial<ShowDay['stages'][number]>): void =>
    change({ stages: times.stages.map((s, at) => (at === i ? { ...s, ...part } : s)) });
  const whole =
    isClock(times.wake) &&
    isClock(times.bed) &&
    times.stages.length > 0 &&
    times.stages.every((s) => isClock(s.at) && s.name.trim() !== '');
  return (
    <FormDialog
      title="Times of the show"
      onClose={onClose}
      keep="Make the schedule"
      canKeep={whole}
      onKeep={() => {
        onKeep({ ...times, stages: [...times.stages].sort((a, b) => a.at.localeCompare(b.at)) });
        onClose();
      }}
    >
      <div className="pair">
        <TimeField label="Up at" value={times.wake} onChange={(next) => change({ wake: next })} />
        <TimeField label="In bed by" value={times.bed} onChange={(next) => change({ bed: next })} />
      </div>
      {times.stages.map((one, i) => (
        <div className="peak-stage" key={i}>
          <TextField
            label={`On stage ${i + 1}`}
            value={one.name}
            onChange={(e) => stage(i, { name: e.target.value.slice(0, 60) })}
          />
          <TimeField
            label={`${one.name || 'On stage'} at`}
            value={one.at}
            onChange={(at) => stage(i, { at })}
          />
          {times.stages.length > 1 && (
            <IconButton
              aria-label={`Remove ${one.name}`}
              onClick={() => change({ stages: times.stages.filter((_, at) => at !== i) })}
            >
              <Close fontSize="small" />
            </IconButton>
          )}
        </div>
      ))}
      {times.stages.length < 6 && (
        <Button
          size="small"
          onClick={() => change({ stages: [...times.stages, { name: 'Finals', at: '19:00' }] })}
        >
          Another time on stage
        </Button>
      )}
      <p className="second">Leave empty what does not apply.</p>
      <EventFields
        name="Travel"
        value={times.travel}
        minutes={60}
        onChange={(travel) => change({ travel })}
      />
      <EventFields
        name="Check-in"
        value={times.checkIn}
        minutes={30}
        onChange={(checkIn) => change({ checkIn })}
      />
      <EventFields name="Tan" value={times.tan} minutes={30} onChange={(tan) => change({ tan })} />
      <NumberField
        label="Pump-up before the stage, min"
        value={times.pumpUpMinutes}
        onChange={(pumpUpMinutes) => change({ pumpUpMinutes })}
        min={0}
        max={90}
        whole
      />
    </FormDialog>
  );
};
