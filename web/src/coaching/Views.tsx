import type { RosterFilter, RosterRow, RosterView } from '@maul/contract/coaching';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import TextField from '@mui/material/TextField';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../data/api.ts';
import { queryClient } from '../data/session.ts';
import { offerUndo } from '../data/undo/undo.ts';
import { FormDialog } from '../ui/FormDialog.tsx';
import { plural } from '../ui/formats/show.ts';

const KEY = ['roster-views'] as const;
export const viewsQuery = { queryKey: KEY, queryFn: () => call('rosterViews') } as const;

const again = (): Promise<void> => queryClient.invalidateQueries({ queryKey: KEY });
const keep = ({ id, ...body }: RosterView) => call('putRosterView', { params: { id }, body });

/** Keeps what is looked at under a name: as a filter that holds whoever fits, or as a group of those who are ticked. */
const KeepView = ({
  filter,
  rows,
  shown,
  onClose,
  onKept,
}: {
  filter: RosterFilter;
  rows: readonly RosterRow[];
  shown: readonly string[];
  onClose: () => void;
  onKept: (view: RosterView) => void;
}) => {
  const [id] = useState(() => uuidv7());
  const [name, setName] = useState('');
  const [how, setHow] = useState<'filter' | 'group'>('filter');
  const [members, setMembers] = useState<string[]>([...shown]);
  const save = useMutation({
    mutationFn: () => keep({ id, name: name.trim(), filter, members: how === 'group' ? members : null }),
    onSuccess: async (view) => {
      await again();
      onKept(view);
    },
  });
  return (
    <FormDialog
      title="Keep this view"
      keep="Keep it"
      canKeep={name.trim() !== '' && !save.isPending && (how === 'filter' || members.length > 0)}
      onKeep={() => save.mutate()}
      onClose={onClose}
    >
      <TextField autoFocus label="Name" value={name} onChange={(e) => setName(e.target.value)} />
      <RadioGroup value={how} onChange={(_, next) => setHow(next as 'filter' | 'group')}>
        <FormControlLabel value="filter" control={<Radio />} label="Whoever fits what is chosen now" />
        <FormControlLabel
          value="group"
          control={<Radio />}
          label="A group: these athletes, whatever they do"
        />
      </RadioGroup>
      {how === 'group' && (
        <div role="group" aria-label="Who belongs to it">
          {rows.map((row) => (
            <FormControlLabel
              key={row.athleteId}
              sx={{ display: 'flex' }}
              control={
                <Checkbox
                  checked={members.includes(row.athleteId)}
                  onChange={(_, on) =>
                    setMembers(
                      on ? [...members, row.athleteId] : members.filter((one) => one !== row.athleteId),
                    )
                  }
                />
              }
              label={row.name}
            />
          ))}
        </div>
      )}
      {save.error && <Alert severity="error">{sentenceOf(save.error)}</Alert>}
    </FormDialog>
  );
};

/** The views that a coach keeps, one press each, and the way to keep the one that is looked at. */
export const Views = ({
  views,
  chosen,
  filter,
  rows,
  shown,
  onChoose,
}: {
  views: readonly RosterView[];
  chosen: RosterView | undefined;
  filter: RosterFilter;
  rows: readonly RosterRow[];
  shown: readonly string[];
  onChoose: (view: RosterView | null) => void;
}) => {
  const [naming, setNaming] = useState(false);
  const drop = useMutation({
    mutationFn: (view: RosterView) => call('dropRosterView', { params: { id: view.id } }),
    onSuccess: async (_, view) => {
      onChoose(null);
      await again();
      offerUndo(`${view.name} is kept no longer.`, () => void keep(view).then(again));
    },
  });
  return (
    <div className="roster-views" role="group" aria-label="Kept views">
      {views.map((view) => (
        <Button
          key={view.id}
          size="small"
          variant={view.id === chosen?.id ? 'contained' : 'outlined'}
          aria-pressed={view.id === chosen?.id}
          onClick={() => onChoose(view.id === chosen?.id ? null : view)}
        >
          {view.name}
          {view.members ? `, ${plural(view.members.length, 'athlete')}` : ''}
        </Button>
      ))}
      <Button size="small" variant="text" onClick={() => setNaming(true)}>
        Keep this view
      </Button>
      {chosen && (
        <Button size="small" variant="text" color="error" onClick={() => drop.mutate(chosen)}>
          Drop {chosen.name}
        </Button>
      )}
      {drop.error && <Alert severity="error">{sentenceOf(drop.error)}</Alert>}
      {naming && (
        <KeepView
          filter={filter}
          rows={rows}
          shown={shown}
          onClose={() => setNaming(false)}
          onKept={(view) => {
            setNaming(false);
            onChoose(view);
          }}
        />
      )}
    </div>
  );
};

/** The views of this coach; none while they are read. */
export const useViews = (): readonly RosterView[] => useQuery(viewsQuery).data?.views ?? [];
