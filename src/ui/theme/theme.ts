'use client';

import { createTheme } from '@mui/material/styles';

const SANS = "'IBM Plex Sans Variable', sans-serif";

/** MUI in the house's clothes: its own colours, 3 px corners, no shadows, small sizes. The tokens are in tokens.css. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: '[data-theme="%s"]' },
  colorSchemes: {
    light: {
      palette: {
        primary: { main: '#1d4d42', contrastText: '#f1ecdd' },
        error: { main: '#8a2432' },
        warning: { main: '#7d5a0d' },
        info: { main: '#33526c' },
        text: { primary: '#1f2426', secondary: '#51575a' },
        background: { default: '#f3efe6', paper: '#fffdf8' },
        divider: '#ddd5c4',
      },
    },
    dark: {
      palette: {
        primary: { main: '#86c2ac', contrastText: '#10201b' },
        error: { main: '#ea8f8f' },
        warning: { main: '#e2b65b' },
        info: { main: '#93b4d2' },
        text: { primary: '#ece6d8', secondary: '#b6b3a7' },
        background: { default: '#15191a', paper: '#1c2122' },
        divider: '#353c3c',
      },
    },
  },
  shape: { borderRadius: 3 },
  typography: { fontFamily: SANS, fontSize: 13, button: { textTransform: 'none', fontWeight: 600, letterSpacing: 0 } },
  components: {
    MuiButton: {
      defaultProps: { disableElevation: true, disableRipple: true, size: 'small', variant: 'outlined' },
      styleOverrides: {
        root: { padding: '5px 12px', fontSize: 12.5, lineHeight: 1.5, gap: 6 },
        outlined: { borderColor: 'var(--field)', color: 'var(--ink)', backgroundColor: 'var(--sheet)' },
      },
    },
    MuiTextField: { defaultProps: { size: 'small', fullWidth: true } },
    MuiOutlinedInput: {
      styleOverrides: {
        root: { backgroundColor: 'var(--sheet)' },
        notchedOutline: { borderColor: 'var(--field)' },
      },
    },
    // The date pickers' own.
    ...({
      MuiPickersOutlinedInput: {
        styleOverrides: {
          root: { backgroundColor: 'var(--sheet)', fontSize: 13 },
          notchedOutline: { borderColor: 'var(--field)' },
        },
      },
    } as object),
    MuiDialog: {
      styleOverrides: {
        paper: { boxShadow: '0 6px 30px #0004', border: '1px solid var(--rule)', backgroundImage: 'none' },
      },
    },
    MuiDialogTitle: {
      styleOverrides: { root: { fontFamily: "'Source Serif 4 Variable', serif", fontWeight: 600, fontSize: 18 } },
    },
    MuiFormHelperText: { styleOverrides: { root: { marginLeft: 0 } } },
    MuiInputBase: {
      styleOverrides: { root: { fontSize: 13 }, input: { '&.MuiInputBase-inputSizeSmall': { height: 20 } } },
    },
    MuiInputLabel: { styleOverrides: { root: { fontSize: 13 } } },
    MuiSelect: { styleOverrides: { select: { minHeight: '20px !important' } } },
    MuiMenu: { defaultProps: { slotProps: { transition: { timeout: 0 } } } },
    MuiMenuItem: { styleOverrides: { root: { fontSize: 13, minHeight: 0 } } },
    MuiListSubheader: {
      styleOverrides: { root: { lineHeight: '28px', fontSize: 12, backgroundColor: 'transparent' } },
    },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiPopover: {
      styleOverrides: { paper: { border: '1px solid var(--rule-strong)', boxShadow: '0 4px 18px #0003' } },
    },
    MuiCheckbox: { defaultProps: { disableRipple: true, size: 'small' }, styleOverrides: { root: { padding: 4 } } },
    MuiRadio: { defaultProps: { disableRipple: true, size: 'small' }, styleOverrides: { root: { padding: 4 } } },
    MuiIconButton: { defaultProps: { disableRipple: true, size: 'small' } },
    MuiFormControlLabel: { styleOverrides: { root: { marginLeft: -4, marginRight: 12 }, label: { fontSize: 13 } } },
    MuiTable: { styleOverrides: { root: { fontSize: 13 } } },
    MuiAccordion: {
      defaultProps: { disableGutters: true, square: true },
      styleOverrides: { root: { backgroundColor: 'transparent', '&::before': { display: 'none' } } },
    },
    MuiAccordionSummary: {
      styleOverrides: {
        root: {
          fontFamily: SANS,
          fontSize: 13,
          minHeight: 30,
          padding: 0,
          flexDirection: 'row-reverse',
          justifyContent: 'flex-end',
          gap: 6,
          color: 'var(--cloth)',
          fontWeight: 500,
        },
        content: { margin: '4px 0' },
        expandIconWrapper: { color: 'inherit', '&.Mui-expanded': { transform: 'rotate(90deg)' } },
      },
    },
    MuiAccordionDetails: { styleOverrides: { root: { padding: '4px 0 8px' } } },
  },
});
