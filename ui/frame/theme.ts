import { theme, type ThemeConfig } from 'antd';
import { PALETTE } from './palette';

/** The palette as Ant Design's seeds; it derives its own shades from them. */
export function antTheme(dark: boolean): ThemeConfig {
  const shades = PALETTE[dark ? 'dark' : 'light'];
  return {
    algorithm: dark ? theme.darkAlgorithm : theme.defaultAlgorithm,
    cssVar: { key: dark ? 'acorn-dark' : 'acorn-light' },
    token: {
      fontFamily: 'var(--font-text)',
      fontSize: 17,
      borderRadius: 8,
      controlHeight: 42,
      lineWidth: 1.5,
      wireframe: false,
      colorPrimary: shades.acorn,
      colorSuccess: shades.lichen,
      colorWarning: shades.amber,
      colorError: shades.madder,
      colorInfo: shades['ink-soft'],
      colorSuccessBg: shades['lichen-wash'],
      colorSuccessBorder: 'transparent',
      colorWarningBg: shades['amber-wash'],
      colorWarningBorder: 'transparent',
      colorErrorBg: shades['madder-wash'],
      colorErrorBorder: 'transparent',
      colorInfoBg: shades.sunk,
      colorInfoBorder: 'transparent',
      colorTextBase: shades.ink,
      colorText: shades.ink,
      colorBgBase: shades.card,
      colorBgContainer: shades.card,
      colorBgElevated: dark ? shades.sunk : '#ffffff',
      colorBorder: shades.edge,
      // Nothing is fainter than what is beside the point.
      colorTextPlaceholder: shades['ink-soft'],
      colorTextSecondary: shades['ink-soft'],
      colorTextTertiary: shades['ink-soft'],
      colorTextDescription: shades['ink-soft'],
      colorTextDisabled: shades.edge,
      colorLink: shades.ink,
      colorLinkHover: shades.acorn,
      colorLinkActive: shades.acorn,
      linkDecoration: 'underline',
      linkHoverDecoration: 'underline',
      linkFocusDecoration: 'underline',
      colorTextLightSolid: shades['on-acorn'],
      // Nothing of theirs moves: what waits for the end of a motion can miss it, where motions are asked to be short.
      motion: false,
    },
    components: {
      Form: { itemMarginBottom: 0, verticalLabelPadding: '0 0 4px', labelHeight: 'auto', labelColor: shades.ink },
      Button: {
        fontWeight: 600,
        primaryShadow: 'none',
        defaultShadow: 'none',
        contentFontSizeLG: 18,
        controlHeightLG: 52,
        colorPrimary: shades.acorn,
        colorPrimaryHover: shades['acorn-strong'],
        colorPrimaryActive: dark ? shades['acorn-strong'] : '#55290d',
      },
      Segmented: {
        itemColor: shades.ink,
        itemHoverColor: shades.ink,
        trackBg: dark ? '#26322a' : '#dfe5de',
        itemSelectedBg: shades.ink,
        itemSelectedColor: shades.card,
        trackPadding: 3,
        controlHeightSM: 32,
      },
    },
  };
}
