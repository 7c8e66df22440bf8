import { type ThemeConfig, theme } from 'antd';

/** Wenlo's colours as Ant Design tokens; the drawings take theirs from wenlo.css, the same values. */
export function tokens(name: 'light' | 'dim'): ThemeConfig {
  const dim = name === 'dim';
  return {
    algorithm: dim ? [theme.darkAlgorithm, theme.compactAlgorithm] : theme.compactAlgorithm,
    token: {
      fontFamily: "'Archivo Variable', system-ui, sans-serif",
      // the compact scale takes two pixels off
      fontSize: 15,
      colorPrimary: dim ? '#d08a45' : '#86450f',
      colorInfo: dim ? '#d08a45' : '#86450f',
      colorLink: dim ? '#e0a768' : '#86450f',
      colorBgBase: dim ? '#151412' : '#fbf9f4',
      colorTextBase: dim ? '#d3cabb' : '#24272b',
      colorTextLightSolid: dim ? '#151412' : '#ffffff',
      colorTextPlaceholder: dim ? '#a09786' : '#5f5b52',
      borderRadius: 5,
      motion: false,
    },
    components: {
      Segmented: {
        itemSelectedBg: dim ? '#4a3a28' : '#ffffff',
        trackBg: dim ? '#23211e' : '#e9e3d7',
        itemColor: dim ? '#a89f90' : '#5a5750',
      },
      Popover: { titleMinWidth: 420 },
    },
  };
}
