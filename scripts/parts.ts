/**
 * Into which files the app is cut. Left to itself the bundler makes one of every few modules that the same benches share, and a page asks for
 * a hundred files before it can begin; here what is needed together comes together.
 */

/** What is asked of a module: by whom it is imported, and by whom only when needed. Rolldown's `ModuleInfo`. */
type Module = { isEntry: boolean; importers: string[]; dynamicImporters: string[] };
type Graph = { getModuleInfo(id: string): Module | null };

const isBench = (id: string): boolean => /\/src\/app\/\w+\/(\w+Bench|NewProfile)\.tsx$/.test(id);
const isFrame = (id: string): boolean => /\/src\/app\/(App|frame\/Workbench)\.tsx$/.test(id);

/** Where reading begins from which a module is come to at once: the page itself, or what is imported when it is needed. */
function beginningsOf(id: string, graph: Graph): string[] {
  const seen = new Set([id]);
  for (const one of seen) for (const importer of graph.getModuleInfo(one)?.importers ?? []) seen.add(importer);
  return [...seen].filter((one) => {
    const module = graph.getModuleInfo(one);
    return module && (module.isEntry || module.dynamicImporters.length > 0);
  });
}

/** The files that several benches need. Whatever else there is comes with the one bench, dialog or package that needs it. */
const PARTS: { name: string; isPlaceOf: (beginnings: string[], graph: Graph) => boolean }[] = [
  { name: 'begin', isPlaceOf: (beginnings, graph) => beginnings.some((id) => graph.getModuleInfo(id)?.isEntry) },
  { name: 'frame', isPlaceOf: (beginnings) => beginnings.some(isFrame) },
  { name: 'hosts', isPlaceOf: ([id = '']) => id.includes('/src/core/hosts/layouts/') },
  { name: 'benches', isPlaceOf: (beginnings) => beginnings.filter(isBench).length > 1 },
];

/** Rolldown's groups, `output.codeSplitting.groups`: a module is in the first that it may be in, and takes with it what it imports. */
export const parts = PARTS.map(({ name, isPlaceOf }, at) => ({
  debugName: name,
  priority: PARTS.length - at,
  name: (id: string, graph: Graph): string | null => (isPlaceOf(beginningsOf(id, graph), graph) ? name : null),
}));
