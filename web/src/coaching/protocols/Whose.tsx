import type { SeasonDocument } from '@maul/contract/plan';
import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { call } from '../../data/api.ts';
import { seasonQuery } from '../../data/queries.ts';
import { Fault } from '../../ui/Fault.tsx';

/** The athletes of a coach by name. */
export const useAthletes = (): { athleteId: string; name: string }[] => {
  const { data } = useQuery({ queryKey: ['roster'], queryFn: () => call('roster') });
  return (data?.athletes ?? [])
    .map(({ athleteId, name }) => ({ athleteId, name }))
    .sort((a, b) => a.name.localeCompare(b.name));
};

/** An athlete of the coach is chosen, and something made from their season. */
export const Whose = ({
  label,
  help,
  children,
}: {
  label: string;
  help: string;
  children: (document: SeasonDocument) => ReactNode;
}) => {
  const athletes = useAthletes();
  const [chosen, setChosen] = useState<(typeof athletes)[number] | null>(null);
  const season = useQuery({ ...seasonQuery(chosen?.athleteId ?? ''), enabled: chosen !== null });
  return (
    <>
      <Autocomplete
        options={athletes}
        getOptionLabel={(one) => one.name}
        getOptionKey={(one) => one.athleteId}
        isOptionEqualToValue={(a, b) => a.athleteId === b.athleteId}
        value={chosen}
        onChange={(_, one) => setChosen(one)}
        noOptionsText="Nobody shares with you by this name."
        renderInput={(params) => <TextField {...params} label={label} helperText={help} />}
      />
      {season.error && !season.data && <Fault error={season.error} again={() => void season.refetch()} />}
      {chosen && season.data && <div key={chosen.athleteId}>{children(season.data)}</div>}
      {chosen && season.isLoading && <p className="waiting">Reading their season …</p>}
    </>
  );
};
