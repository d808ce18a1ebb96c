import type { ApexOptions } from 'apexcharts'

/** How every chart looks: the page's colours and type, no motion, no toolbar. */
export function useChartLook() {
  const css = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()
  const base = (type: NonNullable<ApexOptions['chart']>['type']): ApexOptions => ({
    chart: {
      type,
      animations: { enabled: false },
      toolbar: { show: false },
      zoom: { enabled: false },
      fontFamily: 'inherit',
      foreColor: css('--faint'),
      background: 'transparent',
    },
    grid: { borderColor: css('--line') },
    dataLabels: { enabled: false },
    tooltip: {
      shared: false,
      intersect: false,
      x: { format: 'd MMM yyyy' },
      theme: matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light',
    },
  })
  return { css, base }
}
