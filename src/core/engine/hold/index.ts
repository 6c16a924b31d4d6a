/** Who holds what at the host: the ledger of all claims, what the next key gets, and latches. */
export { CHORD_MODIFIER, type Claim, Holder, KEY, Row, RUN } from './claims';
export { Latches } from './latches';
export { Ledger } from './ledger';
export { NextKey } from './nextKey';
