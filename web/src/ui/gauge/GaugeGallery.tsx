import { type GaugeProps, Gauge } from './Gauge.tsx';

const STATES: [string, Partial<GaugeProps>][] = [
  ['short', { value: 89, spread: 6 }],
  ['inside', { value: 140, spread: 8 }],
  ['over', { value: 158, spread: 9 }],
  ['planned, lands inside', { value: 89, planned: 50, spread: 6 }],
  ['planned, lands over', { value: 89, planned: 66, spread: 6 }],
  ['planned, lands short', { value: 60, planned: 40 }],
  ['inside, more planned', { value: 136, planned: 14, spread: 7 }],
  ['nothing yet', { value: 0, planned: 0 }],
  [
    'before a change',
    { value: 147, history: true, oldWindow: { low: 134, high: 146 }, window: { low: 114, high: 126 } },
  ],
  ['broken scale', { value: 156, window: { low: 147, high: 153 }, lo: 130, hi: 170 }],
  ['a floor: one jaw, open above', { value: 120, planned: 20, window: { low: 150, high: Infinity } }],
  ['a floor, reached', { value: 162, window: { low: 150, high: Infinity } }],
  ['a ceiling: one jaw, open below', { value: 24, window: { low: 0, high: 40 } }],
  ['no window', { value: 254, window: null, spread: 18, hi: 300 }],
];

/** Every state of the rule in every size, for development. */
export const Component = () => (
  <main className="rule-gallery">
    <h1 className="page-title">The measuring rule</h1>
    {(['hero', 'dock', 'band', 'row'] as const).map((size) => (
      <section key={size}>
        <h2 className="panel-title">{size}</h2>
        <div className="rule-grid">
          {STATES.map(([name, props]) => (
            <div key={name}>
              <Gauge
                label="Carbs"
                unit="g"
                value={0}
                window={{ low: 134, high: 146 }}
                size={size}
                labels={size !== 'row'}
                {...props}
              />
              <span className="quiet">{name}</span>
            </div>
          ))}
        </div>
      </section>
    ))}
  </main>
);
