export { parseScoreLine, printScoreLine, ScoreLineError } from './line';
