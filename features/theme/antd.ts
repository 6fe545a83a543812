import { theme, type ThemeConfig } from 'antd';

/** Colours that Ant Design would derive from a seed; each is one of our own variables instead. */
const DERIVED = {
  colorPrimary: 'var(--ember)',
  colorPrimaryTextActive: 'var(--ember-hover)',
  colorError: 'var(--ember)',
  colorErrorActive: 'var(--ember-hover)',
  colorErrorTextActive: 'var(--ember-hover)',
  colorLink: 'var(--ember)',
  colorLinkActive: 'var(--ember-hover)',
  colorBgSpotlight: 'var(--rail)',
  colorBgSolid: 'var(--rail)',
  colorBgSolidHover: 'var(--rail-raised)',
  colorBgSolidActive: 'var(--rail-raised)',
};

let derived: ReturnType<typeof theme.defaultAlgorithm> | undefined;

/**
 * Ant Design in our colours. Every colour is one of our own CSS variables, so that one set of
 * styles serves day and lamp, the system's choice needs no script, and nothing flashes.
 */
export const antdTheme: ThemeConfig = {
  cssVar: { key: 'velvet' },
  // The seeds never change: what follows from them is worked out once, not at each request.
  algorithm: (seed) => (derived ??= { ...theme.defaultAlgorithm(seed), ...DERIVED }),
  hashed: false,
  // Its styles stand in a sheet that is made when the program is built.
  zeroRuntime: true,
  token: {
    fontFamily: 'var(--plain)',
    fontSize: 15,
    fontSizeLG: 15,
    controlHeightLG: 46,
    borderRadius: 10,
    borderRadiusLG: 14,
    borderRadiusSM: 5,
    controlHeight: 40,
    wireframe: false,
    motion: false,
    // Seeds must be real colours; what is seen comes from DERIVED and the variables below.
    colorPrimary: '#b23e12',
    colorError: '#b23e12',
    colorLink: '#b23e12',
    colorPrimaryHover: 'var(--ember-hover)',
    colorPrimaryActive: 'var(--ember-hover)',
    colorPrimaryBg: 'var(--ember-wash)',
    colorPrimaryBgHover: 'var(--ember-wash)',
    colorPrimaryBorder: 'var(--ember)',
    colorPrimaryText: 'var(--ember)',
    colorLinkHover: 'var(--ember-hover)',
    colorText: 'var(--ink)',
    colorTextHeading: 'var(--ink)',
    colorTextSecondary: 'var(--quiet)',
    colorTextTertiary: 'var(--quiet)',
    colorTextQuaternary: 'var(--quiet)',
    colorTextPlaceholder: 'var(--quiet)',
    colorTextDescription: 'var(--quiet)',
    colorTextDisabled: 'var(--quiet)',
    colorTextLightSolid: 'var(--on-ember)',
    colorBgContainer: 'var(--surface)',
    colorBgElevated: 'var(--surface)',
    colorBgLayout: 'var(--ground)',
    colorBgContainerDisabled: 'var(--sunken)',
    colorBgTextHover: 'var(--sunken)',
    colorBgTextActive: 'var(--sunken)',
    colorFill: 'var(--line)',
    colorFillSecondary: 'var(--sunken)',
    colorFillTertiary: 'var(--sunken)',
    colorFillQuaternary: 'var(--sunken)',
    colorFillAlter: 'var(--sunken)',
    colorBorder: 'var(--line-strong)',
    colorBorderDisabled: 'var(--line)',
    colorHighlight: 'var(--ember)',
    colorErrorAffix: 'var(--ember)',
    colorBorderSecondary: 'var(--line)',
    colorSplit: 'var(--line)',
    colorIcon: 'var(--quiet)',
    colorIconHover: 'var(--ink)',
    colorErrorText: 'var(--ember)',
    colorErrorBorderHover: 'var(--ember)',
    colorErrorOutline: 'var(--ember-wash)',
    controlOutline: 'var(--ember-wash)',
    controlItemBgHover: 'var(--sunken)',
    controlItemBgActive: 'var(--ember-wash)',
    controlItemBgActiveHover: 'var(--ember-wash)',
  },
  components: {
    Button: {
      defaultShadow: 'none',
      primaryShadow: 'none',
      dangerShadow: 'none',
      fontWeight: 600,
      primaryColor: 'var(--on-ember)',
    },
    Radio: { buttonSolidCheckedColor: 'var(--on-ember)' },
    Select: { optionSelectedBg: 'var(--ember-wash)' },
    Segmented: { itemSelectedBg: 'var(--surface)', trackBg: 'var(--sunken)' },
  },
};
