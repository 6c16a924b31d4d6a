export { check, type Checked, firstProblem, isSound, mustBeSound, Problems, type Sound } from './check';
