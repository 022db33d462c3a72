import IconButton from '@mui/material/IconButton';
import ListSubheader from '@mui/material/ListSubheader';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import MoreVert from '@mui/icons-material/MoreVert';
import { memo, useState } from 'react';
import { useNavigate } from 'react-router';
import { PAGES, pageAddress, TOOLS, type Tool, type ToolPage } from './tools.ts';

const GROUPS: readonly (readonly [string, readonly Tool[]])[] = [
  ['Meals', ['saved', 'copy', 'reserve', 'treat']],
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
  const page = (key: ToolPage) => (
    <MenuItem
      onClick={() => {
        close();
        void go(pageAddress(key, date));
      }}
    >
      {PAGES[key]}
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
          {page('find')}
          {page('paper')}
          {item('pause')}
        </Menu>
      )}
    </>
  );
};

const DayMenu = memo(PlainDayMenu);
export default DayMenu;
