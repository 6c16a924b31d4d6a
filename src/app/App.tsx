/** Theme, routes, and what stands around every bench. */
import { App as AntApp, ConfigProvider } from 'antd';
import { Suspense, useEffect } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import {
  AroundPage,
  BoardsBench,
  CompareBench,
  DeviceBench,
  HistoryBench,
  LayoutBench,
  MacrosBench,
  NewProfile,
  PracticeBench,
  SheetBench,
  ShelfBench,
  TextBench,
  TravelBench,
  TrialBench,
  Workbench,
} from './benches';
import { BroughtAnywhere } from './frame/BroughtAnywhere';
import { ErrorBoundary } from './frame/ErrorBoundary';
import { Notices } from './frame/Notices';
import { keepFocus } from './frame/keepFocus';
import { keepSteady } from './frame/steady';
import { Waiting } from './shared/Waiting';
import { useFirstMinutes } from './state/firstMinutes';
import { usePreferences } from './state/preferences';
import { useCanBegin, useShelf } from './state/shelf';
import { antThemeOf } from './theme/controls';
import { DyeDefs } from './theme/DyeDefs';
import { STYLE_NONCE } from './theme/styleNonce';

/** On the very first start the demo is opened; afterwards the shelf is home. */
const Home = () => {
  const opensDemo = useShelf((state) => state.firstStart);
  const demo = useShelf((state) => state.entries[0]?.profile.id);
  const begin = useFirstMinutes((state) => state.begin);
  const isNew = opensDemo && demo !== undefined;
  useEffect(() => {
    if (isNew) begin();
  }, [isNew, begin]);
  if (!isNew) return <ShelfBench />;
  return <Navigate to={`/profile/${demo}/layout`} replace />;
};

const Pages = () => {
  const canBegin = useCanBegin();
  if (!canBegin) return <Waiting what="Taking the profiles from the shelf" />;
  return (
    <Suspense fallback={<Waiting what="Setting up the bench" />}>
      <Routes>
        <Route path="/" element={<Home />} />
        <Route path="/shelf" element={<ShelfBench />} />
        <Route element={<AroundPage />}>
          <Route path="/compare" element={<CompareBench />} />
          <Route path="/history/:profileId" element={<HistoryBench />} />
          <Route path="/sheet/:profileId" element={<SheetBench />} />
          <Route path="/new" element={<NewProfile />} />
        </Route>
        <Route path="/boards" element={<BoardsBench />} />
        <Route path="/boards/:boardId" element={<BoardsBench />} />
        <Route path="/profile/:profileId" element={<Workbench />}>
          <Route index element={<Navigate to="layout" replace />} />
          <Route path="layout" element={<LayoutBench />} />
          <Route path="travel" element={<TravelBench />} />
          <Route path="macros" element={<MacrosBench />} />
          <Route path="text" element={<TextBench />} />
          <Route path="trial" element={<TrialBench />} />
          <Route path="practice" element={<PracticeBench />} />
          <Route path="practice/:part" element={<PracticeBench />} />
          <Route path="device" element={<DeviceBench />} />
        </Route>
        <Route path="*" element={<Navigate to="/shelf" replace />} />
      </Routes>
    </Suspense>
  );
};

/** Where menus and lists open: see `index.html`. */
const overThePage = (): HTMLElement => document.getElementById('over') ?? document.body;

export const App = () => {
  const cloth = usePreferences((state) => state.cloth);
  useEffect(keepSteady, []);
  useEffect(keepFocus, []);
  return (
    <ConfigProvider
      theme={antThemeOf(cloth)}
      csp={{ nonce: STYLE_NONCE }}
      wave={{ disabled: true }}
      getPopupContainer={overThePage}
    >
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
