import { createTheme, type Theme } from '@mui/material/styles';

export type ThemeName = 'light' | 'dim';

/** Rag paper and near-black, one petrol accent; ochre and madder for warnings, always with words. */
export const PALETTES = {
  light: {
    ground: '#f5f0e6',
    sheet: '#fbf8f1',
    text: '#1d1b18',
    soft: '#5b554a',
    line: '#cfc6b4',
    petrol: '#0e4a55',
    ochre: '#7d5200',
    madder: '#962a20',
    onPetrol: '#ffffff',
  },
  dim: {
    ground: '#171512',
    sheet: '#1f1c18',
    text: '#ece5d6',
    soft: '#b3a994',
    line: '#453f35',
    petrol: '#86c9d3',
    ochre: '#e3b45c',
    madder: '#f39283',
    onPetrol: '#10272c',
  },
} as const;

const FONT = "'Atkinson Hyperlegible Next Variable', 'Atkinson Hyperlegible', system-ui, sans-serif";

/** The component library in our look: no capitals, no shadows, touch targets of 44 px. */
export function makeTheme(name: ThemeName): Theme {
  const c = PALETTES[name];
  return createTheme({
    palette: {
      mode: name === 'dim' ? 'dark' : 'light',
      primary: { main: c.petrol, contrastText: c.onPetrol },
      warning: { main: c.ochre },
      success: { main: c.petrol },
      error: { main: c.madder },
      background: { default: c.ground, paper: c.sheet },
      text: { primary: c.text, secondary: c.soft },
      divider: c.line,
    },
    typography: {
      fontFamily: FONT,
      fontSize: 15,
      button: { textTransform: 'none', fontWeight: 600, letterSpacing: 0 },
    },
    shape: { borderRadius: 3 },
    shadows: Array.from({ length: 25 }, () => 'none') as unknown as Theme['shadows'],
    components: {
      MuiButtonBase: { defaultProps: { disableRipple: true } },
      MuiButton: {
        defaultProps: { disableElevation: true },
        styleOverrides: {
          root: { minHeight: 44, paddingInline: 18 },
          sizeSmall: { minHeight: 36, paddingInline: 10, '@media (pointer: coarse)': { minHeight: 44 } },
        },
      },
      MuiIconButton: { styleOverrides: { root: { minWidth: 44, minHeight: 44 } } },
      MuiTextField: { defaultProps: { size: 'small', variant: 'outlined' } },
      MuiInputBase: {
        styleOverrides: {
          root: { minHeight: 44, backgroundColor: c.sheet, fontVariantNumeric: 'tabular-nums' },
        },
      },
      MuiInputLabel: { styleOverrides: { root: { color: c.soft } } },
      MuiFormHelperText: { styleOverrides: { root: { color: c.soft, marginInline: 2 } } },
      MuiDialog: { styleOverrides: { paper: { border: `1px solid ${c.line}`, backgroundImage: 'none' } } },
      MuiPaper: { styleOverrides: { root: { backgroundImage: 'none' } } },
    },
  });
}
