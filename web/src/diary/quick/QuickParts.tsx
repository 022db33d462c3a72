import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { memo, type RefObject } from 'react';
import { useNavigate } from 'react-router';
import { pageAddress, toolsFor, type Tool } from '../page/tools.ts';

/** The line itself: a field that completes. It holds its own text, so that a key draws nothing but itself. */
export const LineField = memo(
  ({
    input,
    listed,
    chosen,
    onText,
    onCaret,
  }: {
    input: RefObject<HTMLInputElement | null>;
    /** True while completions are listed, and which of them is chosen; -1 for none. */
    listed: boolean;
    chosen: number;
    onText: (text: string, caret: number) => void;
    onCaret: (caret: number) => void;
  }) => (
    <TextField
      inputRef={input}
      size="small"
      fullWidth
      placeholder="2 eggs, 80 g oats"
      label="Quick line ( / )"
      defaultValue=""
      onChange={(e) => onText(e.target.value, e.target.selectionStart ?? e.target.value.length)}
      onSelect={(e) => onCaret((e.target as HTMLInputElement).selectionStart ?? 0)}
      slotProps={{
        inputLabel: { shrink: true },
        htmlInput: {
          role: 'combobox',
          autoComplete: 'off',
          autoCapitalize: 'off',
          spellCheck: false,
          'aria-expanded': listed,
          'aria-controls': listed ? 'quick-completions' : undefined,
          'aria-activedescendant': chosen >= 0 ? `quick-${chosen}` : undefined,
        },
      }}
    />
  ),
);
LineField.displayName = 'LineField';

/** What can be opened by a word of the line. */
export const ToolOffers = ({
  text,
  date,
  onTool,
}: {
  text: string;
  date: string;
  onTool: (tool: Tool) => void;
}) => {
  const go = useNavigate();
  const offers = toolsFor(text);
  if (offers.length === 0) return null;
  return (
    <p className="quick-tools">
      {offers.slice(0, 4).map(({ key, name }) => (
        <Button
          key={key}
          size="small"
          onClick={() => (key === 'find' || key === 'paper' ? void go(pageAddress(key, date)) : onTool(key))}
        >
          {name}
        </Button>
      ))}
    </p>
  );
};
