import type { EChartsCoreOption } from 'echarts/core'
import type { Schema } from '../api/client'

type Year = Schema['ReviewYear']

/** Something by the finals that went out; undefined where none did. */
export const perFinal = (v: number, finals: number) => (finals > 0 ? v / finals : undefined)

export interface Look {
  ink: string
  line: string
  hues: string[]
  font: string
}

/** How many faults have a colour of their own; the rest are drawn as one. */
export const NAMED = 4

/** The faults of each month, the commonest named and the rest as one. */
export function stacks(y: Year): { name: string; values: number[] }[] {
  const named = y.faults.slice(0, NAMED)
  const of = (m: Year['months'][number], key: string) => m.faults.find((f) => f.key === key)?.times ?? 0
  const out = named.map((f) => ({ name: f.words, values: y.months.map((m) => of(m, f.key)) }))
  if (y.faults.length > NAMED)
    out.push({
      name: 'others',
      values: y.months.map((m) =>
        m.faults.filter((f) => !named.some((n) => n.key === f.key)).reduce((n, f) => n + f.times, 0),
      ),
    })
  return out
}

/** Both charts of the year. */
export function drawn(
  y: Year,
  month: (m: string) => string,
  look: Look,
): Record<'faults' | 'finals', EChartsCoreOption> {
  const text = { color: look.ink, fontFamily: look.font, fontSize: 12 }
  const axis = {
    axisLine: { lineStyle: { color: look.line } },
    axisLabel: text,
    splitLine: { lineStyle: { color: look.line } },
  }
  const base = {
    textStyle: text,
    animation: false,
    aria: { enabled: true },
    tooltip: { trigger: 'axis' },
    legend: { bottom: 0, left: 0, textStyle: text, itemWidth: 12, itemHeight: 12, type: 'plain' },
    grid: { left: 40, right: 44, top: 28, bottom: 58 },
    xAxis: { type: 'category', data: y.months.map((m) => month(m.month)), ...axis },
  }
  return {
    faults: {
      ...base,
      color: look.hues,
      yAxis: { type: 'value', minInterval: 1, name: 'frames', nameTextStyle: text, ...axis },
      series: stacks(y).map((s) => ({ type: 'bar', stack: 'all', name: s.name, data: s.values, barMaxWidth: 28 })),
    },
    finals: {
      ...base,
      color: look.hues,
      yAxis: [
        { type: 'value', name: 'frames', nameTextStyle: text, ...axis },
        {
          type: 'value',
          name: 'minutes, ' + (y.currency || 'cost'),
          nameTextStyle: text,
          ...axis,
          splitLine: { show: false },
        },
      ],
      series: [
        {
          type: 'bar',
          name: 'frames a final',
          data: y.months.map((m) => perFinal(m.frames, m.finals)),
          barMaxWidth: 28,
        },
        {
          type: 'line',
          name: 'minutes at the edit a final',
          yAxisIndex: 1,
          symbolSize: 8,
          data: y.months.map((m) => perFinal(m.editMin, m.finals)),
        },
        {
          type: 'line',
          name: `cost a final, ${y.currency || '–'}`,
          yAxisIndex: 1,
          symbol: 'rect',
          symbolSize: 8,
          lineStyle: { type: 'dashed' },
          data: y.months.map((m) => perFinal(m.costMinor / 100, m.finals)),
        },
      ],
    },
  }
}
