import IconButton from '@mui/material/IconButton';
import ListSubheader from '@mui/material/ListSubheader';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import MoreVert from '@mui/icons-material/MoreVert';
import { memo, useState } from 'react';
import { useNavigate } from 'react-router';

export const TOOLS = {
  fit: 'Fit the remaining portions',
  reserve: 'Keep room for later',
  out: 'Eating out',
  treat: 'What still fits',
  saved: 'Saved meals and menus',
  copy: 'Copy a day',
  thing: 'Add training, water or a look',
  supplements: 'Supplements',
  caffeine: 'Caffeine',
  nutrients: 'All nutrients',
  pause: 'Pause the log',
} as const;
export type Tool = keyof typeof TOOLS;

const GROUPS: readonly (readonly [string, readonly Tool[]])[] = [
  ['Meals', ['fit', 'saved', 'copy', 'reserve', 'out', 'treat']],
  ['Beside the meals', ['thing', 'supplements', 'caffeine', 'nutrients']],
];

/** Everything that can be done with the day as a whole. */
const PlainDayMenu = ({ date, onTool }: { date: string; onTool: (tool: Tool) => void }) => {
  const [at, setAt] = useState<HTMLElement | null>(null);
  const go = useNavigate();
  const close = (): void => setAt(null);
  const item = (tool: Tool) => (
    <MenuItem
      key={tool}
      onClick={() => {
        close();
        onTool(tool);
      }}
    >
      {TOOLS[tool]}
    </MenuItem>
  );
  const page = (name: string, to: string) => (
    <MenuItem
      onClick={() => {
        close();
        void go(to);
      }}
    >
      {name}
    </MenuItem>
  );
  return (
    <>
      <IconButton
        size="small"
        aria-label="More for this day"
        aria-haspopup="menu"
        aria-expanded={at !== null}
        onClick={(e) => setAt(e.currentTarget)}
      >
        <MoreVert fontSize="small" />
      </IconButton>
      {at !== null && (
        <Menu open anchorEl={at} onClose={close} slotProps={{ list: { dense: true } }}>
          {GROUPS.flatMap(([name, tools]) => [
            <ListSubheader key={name} className="menu-head">
              {name}
            </ListSubheader>,
            ...tools.map(item),
          ])}
          <ListSubheader className="menu-head">The log</ListSubheader>
          {page('Find a day', '/days')}
          {page('This day on paper', `/today/${date}/paper`)}
          {item('pause')}
        </Menu>
      )}
    </>
  );
};

const DayMenu = memo(PlainDayMenu);
export default DayMenu;
