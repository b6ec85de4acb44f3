import { createTheme } from '@mui/material/styles';

const text = '"Atkinson Hyperlegible Next Variable", system-ui, sans-serif';
const heading = '"Bricolage Grotesque Variable", system-ui, sans-serif';

/** Measurements: figures that line up. */
export const FIGURES = '"Spline Sans Mono Variable", ui-monospace, monospace';

/** Grey round the cloth, so that colour is judged fairly: about L* 78 by day, 22 by night. */
export const SURROUND = { light: '#c1c1c1', dark: '#363636' };

/** The tape's own cloth. */
export const TAPE = { light: '#ecdca6', dark: '#4b4226' };

export const theme = createTheme({
  // Whoever asks for less motion gets none: what opens is there at once.
  motion: { reducedMotion: 'system' },
  // Below `sm` the bench stands upright: the selvedge is a row, the tray a sheet.
  breakpoints: { values: { xs: 0, sm: 700, md: 900, lg: 1100, xl: 1536 } },
  cssVariables: { colorSchemeSelector: 'data-scheme' },
  colorSchemes: {
    light: {
      palette: {
        primary: { main: '#6A2A5B', contrastText: '#FFFFFF' },
        secondary: { main: '#1F6F6B', contrastText: '#FFFFFF' },
        success: { main: '#1F6F6B' },
        warning: { main: '#8A5A12', contrastText: '#FFFFFF' },
        error: { main: '#A8322D' },
        info: { main: '#6A2A5B' },
        background: { default: '#F7F3EC', paper: '#FBF8F3' },
        text: { primary: '#221A2B', secondary: '#5A5062' },
        divider: '#DDD4C6',
      },
    },
    dark: {
      palette: {
        // What is pressed or hovered over stays readable too.
        primary: { main: '#D79BC6', dark: '#C886B5', contrastText: '#2A0F24' },
        secondary: { main: '#7CC4BF', dark: '#66B3AD', contrastText: '#0B2927' },
        success: { main: '#7CC4BF' },
        warning: { main: '#E3B25E', contrastText: '#2B1D04' },
        error: { main: '#EE938D' },
        info: { main: '#D79BC6' },
        background: { default: '#221C27', paper: '#2A2330' },
        text: { primary: '#F2EBE2', secondary: '#BDB1C2' },
        divider: '#463C4D',
      },
    },
  },
  shape: { borderRadius: 5 },
  typography: {
    fontFamily: text,
    fontSize: 14,
    h1: { fontFamily: heading, fontWeight: 700, fontSize: '2rem', letterSpacing: '-0.01em' },
    h2: { fontFamily: heading, fontWeight: 700, fontSize: '1.35rem' },
    h3: { fontFamily: heading, fontWeight: 650, fontSize: '0.98rem' },
    subtitle2: { fontFamily: heading, fontWeight: 600, fontSize: '0.86rem' },
    button: { textTransform: 'none', fontWeight: 600 },
    body2: { fontSize: '0.86rem' },
    caption: { fontSize: '0.78rem' },
  },
  components: {
    MuiButton: {
      defaultProps: { disableElevation: true, size: 'small' },
      styleOverrides: { root: { paddingInline: 12, minHeight: 32 } },
    },
    MuiTextField: { defaultProps: { size: 'small' } },
    // Lists are there at once: what is pressed does not move under the pointer.
    MuiMenu: { defaultProps: { transitionDuration: 0 } },
    MuiPopover: { defaultProps: { transitionDuration: 0 } },
    MuiSelect: { defaultProps: { size: 'small' } },
    MuiToggleButton: {
      defaultProps: { size: 'small' },
      styleOverrides: {
        root: ({ theme: t }) => ({
          textTransform: 'none',
          fontWeight: 600,
          paddingBlock: 5,
          lineHeight: 1.25,
          color: (t.vars ?? t).palette.text.primary,
        }),
      },
    },
    MuiTooltip: { defaultProps: { arrow: true, enterDelay: 400 } },
    MuiPaper: { styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiSlider: { defaultProps: { size: 'small' } },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiCssBaseline: {
      styleOverrides: {
        '@media (prefers-reduced-motion: reduce)': {
          '*': { animationDuration: '0.01ms !important', transitionDuration: '0.01ms !important' },
        },
        'button:focus-visible, [role="button"]:focus-visible, a:focus-visible, [tabindex]:focus-visible': {
          outline: '2px solid currentColor',
          outlineOffset: 2,
        },
      },
    },
  },
});
