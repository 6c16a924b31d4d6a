/**
 * The style sheet of the controls, made while the app is built: what each control would otherwise write into the page when it first
 * appears, while somebody waits for a bench. It is the same for both cloths, which differ in their variables alone.
 */
import { createCache, extractStyle, StyleProvider } from '@ant-design/cssinjs';
import * as antd from 'antd';
import type { ThemeConfig } from 'antd';
import { createElement, type ComponentType, type ReactNode } from 'react';
import { renderToString } from 'react-dom/server';
import type { Plugin } from 'vite';

const NAME = 'virtual:controls.css';
/** As the bundler wants names of what lies in no file; the ending says what it is. */
const RESOLVED = `\0${NAME}`;

/** The part of a control that opens over the page, as it stands in the page for the library's own documentation. */
const opened = (control: unknown): ComponentType =>
  (control as Record<string, ComponentType>)['_InternalPanelDoNotUseOrYouWillBeFired'] as ComponentType;

/** A dialog that asks something has rules of its own. */
const ASKING = { type: 'confirm' };

/** Every control that a bench uses, and what those are made of and open. */
const CONTROLS: readonly ComponentType[] = [
  antd.AutoComplete,
  antd.Badge,
  antd.Button,
  antd.Checkbox,
  antd.Checkbox.Group,
  antd.Collapse,
  antd.ColorPicker,
  antd.Divider,
  antd.Dropdown,
  antd.Empty,
  antd.Input,
  antd.Input.Search,
  antd.Input.TextArea,
  antd.InputNumber,
  antd.Menu,
  antd.Modal,
  antd.Popconfirm,
  antd.Popover,
  antd.Progress,
  antd.Radio,
  antd.Radio.Group,
  antd.Segmented,
  antd.Select,
  antd.Slider,
  antd.Switch,
  antd.Tooltip,
  ...[antd.message, antd.Modal, antd.Popconfirm, antd.Popover].map(opened),
  () => createElement(opened(antd.Modal) as ComponentType<typeof ASKING>, ASKING),
] as ComponentType[];

/** Menus and lists without anything in them have all their rules. */
const EMPTY = { items: [], menu: { items: [] } };
/** These want something to hang on. */
const HANGING: readonly unknown[] = [antd.Dropdown, antd.Popconfirm, antd.Popover, antd.Tooltip];

/** Rules for every link of the page, which is not the controls' to say. */
const ANY_LINK = /(?<=^|\})a(?=[:[{])[^{}]*\{[^{}]*\}/g;

/** The style sheet, with the variables of a cloth left out. */
export function controlStyles(theme: ThemeConfig): string {
  const cache = createCache();
  const controls = CONTROLS.map((control, key): ReactNode => {
    const hangsOn = HANGING.includes(control) ? [createElement('span', { key })] : [];
    return createElement(control, { key, ...EMPTY }, ...hangsOn);
  });
  const app = createElement(antd.App, null, controls);
  renderToString(
    createElement(
      StyleProvider,
      { cache },
      createElement(antd.ConfigProvider, { theme: { ...theme, hashed: false, zeroRuntime: false } }, app),
    ),
  );
  return extractStyle(cache, { plain: true, types: 'style' }).replace(ANY_LINK, '');
}

/** Gives the style sheet to whoever imports `virtual:controls.css`. */
export const controlStylesPlugin = (): Plugin => ({
  name: 'control-styles',
  resolveId: (source) => (source === NAME ? RESOLVED : null),
  load: (id) => (id === RESOLVED ? controlStyles({}) : null),
});
