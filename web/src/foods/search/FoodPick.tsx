import type { Food } from '@maul/contract/foods';
import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { call } from '../../data/api.ts';

/** A food chosen by its words; a text that names none of the list stays a text. */
export const FoodPick = ({
  athleteId,
  label,
  value,
  onChange,
}: {
  athleteId: string;
  label: string;
  value: Food | string | null;
  onChange: (food: Food | string | null) => void;
}) => {
  const [text, setText] = useState(typeof value === 'string' ? value : (value?.name ?? ''));
  const q = useDeferredValue(text.trim());
  const { data } = useQuery({
    queryKey: ['foods', athleteId, q, undefined],
    queryFn: ({ signal }) => call('foods', { params: { athleteId }, query: { q, limit: 10 }, signal }),
    enabled: q.length > 1,
  });
  return (
    <Autocomplete<Food, false, false, true>
      freeSolo
      options={data?.foods ?? []}
      filterOptions={(all) => all}
      getOptionLabel={(o) => (typeof o === 'string' ? o : `${o.name}, ${o.state}`)}
      isOptionEqualToValue={(a, b) => typeof b !== 'string' && typeof a !== 'string' && a.id === b.id}
      value={value}
      inputValue={text}
      onInputChange={(_, next) => setText(next)}
      onChange={(_, next) => onChange(next)}
      renderInput={(params) => <TextField {...params} label={label} size="small" />}
    />
  );
};
