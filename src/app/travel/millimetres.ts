/** A depth as it stands in figures: two places behind the point, which is what is measured. */
export const mm = (um: number): string => (um / 1000).toFixed(2);
