import { theme, type ThemeConfig } from 'antd';

/** The palette of global.css as Ant Design's seeds; it derives its own shades from them. */
const LIGHT = {
  ink: '#14211b',
  paper: '#fbfcfa',
  line: '#8d9a91',
  acorn: '#85451a',
  lichen: '#2f6231',
  amber: '#7a4d00',
  madder: '#9a1f33',
  onAcorn: '#ffffff',
  soft: '#43524a',
};
const DARK = {
  ink: '#eaf0ea',
  paper: '#18211b',
  line: '#7b8a80',
  acorn: '#d99a62',
  lichen: '#a4cc90',
  amber: '#e8bd69',
  madder: '#f19aa1',
  onAcorn: '#1d0f04',
  soft: '#b3c0b7',
};

export function antTheme(dark: boolean): ThemeConfig {
  const colours = dark ? DARK : LIGHT;
  return {
    algorithm: dark ? theme.darkAlgorithm : theme.defaultAlgorithm,
    cssVar: { key: dark ? 'acorn-dark' : 'acorn-light' },
    token: {
      fontFamily: 'var(--text)',
      fontSize: 17,
      borderRadius: 8,
      controlHeight: 42,
      lineWidth: 1.5,
      wireframe: false,
      colorPrimary: colours.acorn,
      colorSuccess: colours.lichen,
      colorWarning: colours.amber,
      colorError: colours.madder,
      colorInfo: colours.soft,
      colorTextBase: colours.ink,
      colorBgBase: colours.paper,
      colorBgContainer: colours.paper,
      colorBgElevated: dark ? '#1f2a23' : '#ffffff',
      colorBorder: colours.line,
      colorTextPlaceholder: colours.soft,
      colorTextLightSolid: colours.onAcorn,
      // Nothing of theirs moves: what waits for the end of a motion can miss it, where motions are asked to be short.
      motion: false,
    },
    components: {
      Button: {
        fontWeight: 600,
        primaryShadow: 'none',
        defaultShadow: 'none',
        contentFontSizeLG: 18,
        controlHeightLG: 52,
        colorPrimary: colours.acorn,
        colorPrimaryHover: dark ? '#eab584' : '#6b3512',
        colorPrimaryActive: dark ? '#eab584' : '#55290d',
      },
      Segmented: {
        itemColor: colours.ink,
        itemHoverColor: colours.ink,
        trackBg: dark ? '#26322a' : '#dfe5de',
        itemSelectedBg: colours.ink,
        itemSelectedColor: colours.paper,
        trackPadding: 3,
      },
    },
  };
}
