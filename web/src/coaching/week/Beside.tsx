import type { Packet } from '@maul/contract/coaching';
import { weeksBeside } from '@maul/core/coaching';
import type { Season } from '@maul/core/plan';
import type { IsoDate } from '@maul/core/units';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { sentenceOf } from '../../data/api.ts';
import { useWeek } from './useWeeks.ts';

export interface BesideWeek {
  name: string;
  packet: Packet;
}

/** Which week is laid beside the one that is read, chosen by a press or by going round with `next`. */
export const useBeside = (athleteId: string, season: Pick<Season, 'events'> | undefined, to: IsoDate) => {
  const [chosen, setChosen] = useState<string | null>(null);
  const ways = season ? weeksBeside(season, to) : [];
  const way = ways.find((w) => w.name === chosen);
  const { data, error } = useWeek(athleteId, way?.to);
  return {
    ways,
    chosen: way?.name ?? null,
    choose: setChosen,
    /** None, then each in turn. */
    next: () => setChosen(ways[ways.findIndex((w) => w.name === chosen) + 1]?.name ?? null),
    beside: way && data?.to === way.to ? { name: way.name, packet: data } : undefined,
    error,
  };
};

/** The weeks that can be laid beside. */
export const BesideChoice = ({ ways, chosen, choose, error }: ReturnType<typeof useBeside>) => (
  <TextField
    select
    size="small"
    label="Compare with"
    value={chosen ?? ''}
    error={error !== null}
    helperText={error && sentenceOf(error)}
    onChange={(e) => choose(e.target.value === '' ? null : e.target.value)}
    slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
    sx={{ width: 210, textAlign: 'left' }}
  >
    <MenuItem value="">nothing</MenuItem>
    {ways.map(({ name }) => (
      <MenuItem key={name} value={name}>
        {name}
      </MenuItem>
    ))}
  </TextField>
);
