/** The cloths as the control library takes them; apart from the cloths themselves, which are laid before there is any control. */
import { theme as antTheme, type ThemeConfig } from 'antd';
import { COLORS, type Cloth } from './cloth';
import { LINEN_DYES, NIGHT_DYES } from './dyes';

/** The cloth as Ant Design tokens. */
export function antThemeOf(cloth: Cloth): ThemeConfig {
  const colors = COLORS[cloth];
  const dyes = cloth === 'night' ? NIGHT_DYES : LINEN_DYES;
  return {
    // Their rules are a style sheet (`virtual:controls.css`), made when the app is built; only their variables are written by the page.
    zeroRuntime: true,
    hashed: false,
    algorithm: cloth === 'night' ? antTheme.darkAlgorithm : antTheme.defaultAlgorithm,
    token: {
      fontFamily: "'Alegreya Sans', sans-serif",
      fontFamilyCode: "'IBM Plex Mono', monospace",
      fontSize: 15,
      // What stands on these is white.
      colorPrimary: cloth === 'night' ? '#4F6FA8' : dyes.indigo.thread,
      ...(cloth === 'night' && { colorPrimaryHover: '#5270A6', colorPrimaryActive: '#3E5A8C' }),
      colorSuccess: dyes.verdigris.thread,
      colorError: dyes.madder.text,
      colorWarning: dyes.weld.thread,
      colorLink: dyes.indigo.text,
      colorText: colors.ink,
      colorTextSecondary: colors.soft,
      colorTextPlaceholder: colors.soft,
      colorBgBase: colors.cloth,
      colorBgContainer: colors.panel,
      colorBgElevated: colors.panel,
      colorBorder: colors.hair,
      colorBorderSecondary: colors.hair,
      borderRadius: 5,
      controlHeight: 32,
      // Things move here only where that explains something; dialogs and menus are simply there.
      motion: false,
    },
  };
}
