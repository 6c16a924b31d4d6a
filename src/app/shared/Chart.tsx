/** A chart: the library draws into an element of its own, and is told when what it shows has changed. */
import ApexCharts, { type ApexOptions } from 'apexcharts';
import { useEffect, useRef } from 'react';

export const Chart = ({ options, label }: { options: ApexOptions; label: string }) => {
  const element = useRef<HTMLDivElement>(null);
  const chart = useRef<ApexCharts | null>(null);
  const latest = useRef(options);

  useEffect(() => {
    if (!element.current) return;
    const made = new ApexCharts(element.current, latest.current);
    chart.current = made;
    void made.render();
    return () => {
      chart.current = null;
      made.destroy();
    };
  }, []);

  useEffect(() => {
    if (latest.current !== options) void chart.current?.updateOptions(options, false, false);
    latest.current = options;
  }, [options]);

  return <div ref={element} role="img" aria-label={label} />;
};
