import { createTheme } from '@mui/material/styles';

const FONT = "'Archivo Variable', sans-serif";

const palette = (
  p: Record<'paper' | 'sheet' | 'line' | 'ink' | 'ink2' | 'ink3' | 'verd' | 'madder' | 'brass', string>,
) => ({
  background: { default: p.paper, paper: p.sheet },
  primary: { main: p.ink, contrastText: p.sheet },
  secondary: { main: p.ink2, contrastText: p.sheet },
  error: { main: p.madder, contrastText: p.sheet },
  success: { main: p.verd, contrastText: p.sheet },
  warning: { main: p.brass, contrastText: p.sheet },
  text: { primary: p.ink, secondary: p.ink2, disabled: p.ink3 },
  divider: p.line,
});

/** MUI, themed once: paper and ink, hairlines, no shadow, no ripple. The colours are those of tokens.css. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-theme' },
  colorSchemes: {
    light: {
      palette: palette({
        paper: '#f3f0e8',
        sheet: '#faf8f2',
        line: '#c9c3b4',
        ink: '#1e2327',
        ink2: '#474c4e',
        ink3: '#5c605d',
        verd: '#0f6660',
        madder: '#a3262e',
        brass: '#7a5410',
      }),
    },
    dark: {
      palette: palette({
        paper: '#15181a',
        sheet: '#1b1f22',
        line: '#444b50',
        ink: '#edeae1',
        ink2: '#c6c3ba',
        ink3: '#a6a49b',
        verd: '#62c4b8',
        madder: '#f2928c',
        brass: '#dcae68',
      }),
    },
  },
  shape: { borderRadius: 2 },
  typography: {
    fontFamily: FONT,
    fontSize: 14,
    button: { textTransform: 'none', fontWeight: 600, fontSize: 14 },
  },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true, variant: 'outlined', color: 'primary' },
      // A press shows at once; a colour that fades over 250 ms paints the whole page again in each frame of it.
      styleOverrides: { root: { minHeight: 40, borderWidth: 1.25, letterSpacing: 0, transition: 'none' } },
    },
    // The same of a label: its colour would fade at each focus.
    MuiInputLabel: { defaultProps: { disableAnimation: true } },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiDialog: {
      styleOverrides: { paper: { border: '1.4px solid var(--ink)', boxShadow: 'none' } },
    },
    // Room for the label on the edge of the first field: right under a title it would be cut.
    MuiDialogContent: { styleOverrides: { root: { '.MuiDialogTitle-root + &': { paddingTop: 10 } } } },
    MuiDialogTitle: { styleOverrides: { root: { fontWeight: 650, fontSize: 18 } } },
    MuiTextField: { defaultProps: { size: 'small', fullWidth: true } },
    MuiChip: { styleOverrides: { root: { borderRadius: 2 } } },
    MuiTab: { styleOverrides: { root: { minWidth: 0, padding: '10px 12px', letterSpacing: 0 } } },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          color: 'var(--ink2)',
          borderColor: 'var(--line)',
          '&.Mui-selected, &.Mui-selected:hover': { color: 'var(--sheet)', backgroundColor: 'var(--ink)' },
        },
      },
    },
    MuiAlert: {
      defaultProps: { variant: 'outlined' },
      styleOverrides: { root: { color: 'var(--ink)', backgroundColor: 'var(--sheet)', fontSize: 14 } },
    },
  },
});
