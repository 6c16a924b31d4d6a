/** Theme, routes, and what stands around every bench. */
import { App as AntApp, ConfigProvider } from 'antd';
import { lazy, Suspense } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { BroughtAnywhere } from './frame/BroughtAnywhere';
import { ErrorBoundary } from './frame/ErrorBoundary';
import { Notices } from './frame/Notices';
import { Waiting } from './shared/Waiting';
import { usePreferences } from './state/preferences';
import { useShelf } from './state/shelf';
import { antThemeOf } from './theme/cloth';
import { DyeDefs } from './theme/DyeDefs';
import { STYLE_NONCE } from './theme/styleNonce';

/** A text, or the keyboard's memory, may be of any host: all of them are there before such a bench is. */
async function withHosts<Bench>(bench: Promise<Bench>): Promise<Bench> {
  const { bringHosts } = await import('../core/hosts/bring');
  await bringHosts();
  return bench;
}
const ShelfBench = lazy(() => import('./shelf/ShelfBench'));
const CompareBench = lazy(() => withHosts(import('./compare/CompareBench')));
const HistoryBench = lazy(() => withHosts(import('./history/HistoryBench')));
const SheetBench = lazy(() => withHosts(import('./sheet/SheetBench')));
const BoardsBench = lazy(() => import('./boards/BoardsBench'));
const NewProfile = lazy(() => import('./newProfile/NewProfile'));
const Workbench = lazy(() => import('./frame/Workbench'));
const LayoutBench = lazy(() => import('./layout/LayoutBench'));
const TravelBench = lazy(() => import('./travel/TravelBench'));
const MacrosBench = lazy(() => import('./macros/MacrosBench'));
const TextBench = lazy(() => withHosts(import('./text/TextBench')));
const TrialBench = lazy(() => import('./trial/TrialBench'));
const DeviceBench = lazy(() => withHosts(import('./device/DeviceBench')));

/** On the very first start the demo is opened; afterwards the shelf is home. */
const Home = () => {
  const opensDemo = useShelf((state) => state.firstStart);
  const demo = useShelf((state) => state.entries[0]?.profile.id);
  if (!opensDemo || demo === undefined) return <ShelfBench />;
  return <Navigate to={`/profile/${demo}/layout`} replace />;
};

const Pages = () => {
  const status = useShelf((state) => state.status);
  if (status === 'loading') return <Waiting what="Taking the profiles from the shelf" />;
  return (
    <Suspense fallback={<Waiting what="Setting up the bench" />}>
      <Routes>
        <Route path="/" element={<Home />} />
        <Route path="/shelf" element={<ShelfBench />} />
        <Route path="/compare" element={<CompareBench />} />
        <Route path="/history/:profileId" element={<HistoryBench />} />
        <Route path="/sheet/:profileId" element={<SheetBench />} />
        <Route path="/new" element={<NewProfile />} />
        <Route path="/boards" element={<BoardsBench />} />
        <Route path="/boards/:boardId" element={<BoardsBench />} />
        <Route path="/profile/:profileId" element={<Workbench />}>
          <Route index element={<Navigate to="layout" replace />} />
          <Route path="layout" element={<LayoutBench />} />
          <Route path="travel" element={<TravelBench />} />
          <Route path="macros" element={<MacrosBench />} />
          <Route path="text" element={<TextBench />} />
          <Route path="trial" element={<TrialBench />} />
          <Route path="device" element={<DeviceBench />} />
        </Route>
        <Route path="*" element={<Navigate to="/shelf" replace />} />
      </Routes>
    </Suspense>
  );
};

export const App = () => {
  const cloth = usePreferences((state) => state.cloth);
  return (
    <ConfigProvider theme={antThemeOf(cloth)} csp={{ nonce: STYLE_NONCE }} wave={{ disabled: true }}>
      <AntApp component={false} message={{ maxCount: 2, top: 'calc(100vh - 124px)' }}>
        <DyeDefs />
        <Notices />
        <ErrorBoundary>
          <BrowserRouter>
            <BroughtAnywhere />
            <Pages />
          </BrowserRouter>
        </ErrorBoundary>
      </AntApp>
    </ConfigProvider>
  );
};
