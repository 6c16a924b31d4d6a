/** From samples of depth to events. */
export type { SwitchState } from './actuation';
export { nextEdgeUm } from './nextEdge';
export { Travel } from './travel';
