import type { PortionRow } from '@maul/contract/diary';
import { liveNet, showMass, type Layer } from '@maul/core/scale';
import { toBeWeighed } from '@maul/core/diary';
import { gramsText } from '../../ui/formats/show.ts';
import { useBench } from '../store.ts';

const layerName = (layer: Layer, index: number, names: Record<string, string>): string => {
  if (layer.kind === 'portion') return names[layer.portionId]?.split(',')[0] ?? 'Portion';
  if (layer.kind === 'offset') return 'The scale’s zero changed';
  if (layer.name !== undefined) return layer.name;
  const net = layer.gross - layer.before;
  if (net < -0.5) return 'Taken off';
  return index === 0 ? 'Bowl' : 'Tared';
};

/** The two figures of the row that is on the scale: all of the stack that moves with a reading. */
const LiveFigures = () => {
  const scale = useBench((s) => s.scale);
  const net = liveNet(scale);
  const { reading, layers } = scale;
  const figure = (mass: number): string => (reading ? (showMass(mass, reading).split(' ')[0] ?? '') : '');
  return (
    <>
      <span className="n">{layers.length > 0 && net !== null ? figure(net) : ''}</span>
      <span className="n">{reading && !reading.overload ? figure(reading.gross) : ''}</span>
    </>
  );
};

/** What stands on the scale, the newest on top: what is to come, what is live, what is captured, the bowl. */
export const Stack = ({ portions, current }: { portions: PortionRow[]; current: PortionRow | undefined }) => {
  const layers = useBench((s) => s.scale.layers);
  const names = useBench((s) => s.names);
  const mealId = useBench((s) => s.mealId);
  const choose = useBench((s) => s.choose);
  const like = {
    unit: useBench((s) => s.scale.reading?.unit ?? 'g'),
    division: useBench((s) => s.scale.reading?.division ?? 1),
  };
  const figure = (mass: number): string => showMass(mass, like).split(' ')[0] ?? '';
  const inStack = new Set(layers.flatMap((l) => (l.kind === 'portion' ? [l.portionId] : [])));
  const coming = portions.filter((p) => toBeWeighed(p) && p.id !== current?.id).reverse();
  const earlier = portions.filter(
    (p) => p.grams !== null && !toBeWeighed(p) && !inStack.has(p.id) && p.id !== current?.id,
  );
  const pick = (p: PortionRow) => () => choose(p.mealId, p.id);
  const live = current && !inStack.has(current.id) && mealId === current.mealId;
  return (
    <div className="stack">
      <div className="stack-row stack-head" aria-hidden>
        <i />
        <span />
        <span>net {like.unit}</span>
        <span>on scale</span>
      </div>
      <ul>
        {coming.map((p) => (
          <li key={p.id} className="stack-row stack-coming">
            <span className="stack-box" />
            <button type="button" onClick={pick(p)}>
              {p.food.name.split(',')[0]}
              <span className="hidden">, planned, put on the scale</span>
            </button>
            <span className="n">{p.plannedGrams === null ? '' : gramsText(p.plannedGrams)}</span>
            <span />
          </li>
        ))}
        {live && (
          <li className="stack-row stack-live" aria-current="true">
            <span className="stack-box" />
            <span>{current.food.name.split(',')[0]}</span>
            <LiveFigures />
          </li>
        )}
        {[...layers]
          .map((layer, i) => ({ layer, i }))
          .reverse()
          .map(({ layer, i }) => (
            <li key={i} className={`stack-row ${i === 0 && layer.kind === 'tare' ? 'stack-bowl' : ''}`}>
              <span className="stack-box" />
              <span>{layerName(layer, i, names)}</span>
              <span className="n">{figure(layer.gross - layer.before)}</span>
              <span className="n second">{figure(layer.gross)}</span>
            </li>
          ))}
        {earlier.map((p) => (
          <li key={p.id} className="stack-row stack-earlier">
            <span />
            <button type="button" onClick={pick(p)}>
              {p.food.name.split(',')[0]} <span className="quiet">measured before</span>
            </button>
            <span className="n">{gramsText(p.grams ?? 0)}</span>
            <span />
          </li>
        ))}
      </ul>
    </div>
  );
};
