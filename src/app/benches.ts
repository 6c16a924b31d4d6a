/**
 * The benches and pages, each loaded when it is opened. The one that a page begins with is fetched at once, beside the shelf and the
 * controls, and not after them.
 */
import { lazy, type ComponentType } from 'react';

type Loads = () => Promise<{ default: ComponentType }>;

/** A text, or the keyboard's memory, may be of any host: all of them are there before such a bench is. */
const withHosts =
  (load: Loads): Loads =>
  async () => {
    const [bench, { bringHosts }] = await Promise.all([load(), import('../core/hosts/bring')]);
    await bringHosts();
    return bench;
  };

const workbench: Loads = () => import('./frame/Workbench');
const aroundPage: Loads = () => import('./frame/AroundPage');

/** By the last word of a profile's path. */
const PROFILE_BENCHES: Readonly<Record<string, Loads>> = {
  layout: () => import('./layout/LayoutBench'),
  travel: () => import('./travel/TravelBench'),
  macros: () => import('./macros/MacrosBench'),
  text: withHosts(() => import('./text/TextBench')),
  trial: () => import('./trial/TrialBench'),
  practice: withHosts(() => import('./practice/PracticeBench')),
  device: withHosts(() => import('./device/DeviceBench')),
};

/** By the first word of the path. */
const PAGES: Readonly<Record<string, Loads>> = {
  shelf: () => import('./shelf/ShelfBench'),
  compare: withHosts(() => import('./compare/CompareBench')),
  history: withHosts(() => import('./history/HistoryBench')),
  sheet: withHosts(() => import('./sheet/SheetBench')),
  boards: () => import('./boards/BoardsBench'),
  new: () => import('./newProfile/NewProfile'),
};

/** Fetches what a path shows; what fails is fetched again, and told of, when it is drawn. */
export function fetchAhead(path: string): void {
  const [first = '', , bench = 'layout'] = path.split('/').filter(Boolean);
  const isFramed = ['compare', 'history', 'sheet', 'new'].includes(first);
  const loads =
    first === 'profile' ? [workbench, PROFILE_BENCHES[bench]] : [...(isFramed ? [aroundPage] : []), PAGES[first]];
  for (const load of loads) load?.().catch(() => undefined);
}

const lazyOf = (loads: Readonly<Record<string, Loads>>, name: string) => lazy(loads[name] as Loads);

export const AroundPage = lazy(aroundPage);
export const Workbench = lazy(workbench);
export const LayoutBench = lazyOf(PROFILE_BENCHES, 'layout');
export const TravelBench = lazyOf(PROFILE_BENCHES, 'travel');
export const MacrosBench = lazyOf(PROFILE_BENCHES, 'macros');
export const TextBench = lazyOf(PROFILE_BENCHES, 'text');
export const TrialBench = lazyOf(PROFILE_BENCHES, 'trial');
export const PracticeBench = lazyOf(PROFILE_BENCHES, 'practice');
export const DeviceBench = lazyOf(PROFILE_BENCHES, 'device');
export const ShelfBench = lazyOf(PAGES, 'shelf');
export const CompareBench = lazyOf(PAGES, 'compare');
export const HistoryBench = lazyOf(PAGES, 'history');
export const SheetBench = lazyOf(PAGES, 'sheet');
export const BoardsBench = lazyOf(PAGES, 'boards');
export const NewProfile = lazyOf(PAGES, 'new');
