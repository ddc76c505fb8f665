import { zonesShown } from '@/core/body/figure/said';
import { ZONE_LABEL, type Excursions } from '@/core/body/zones';
import { RING_POSITION, type RingPosition } from '@/core/look/places';
import { FigureLater } from '@/pictures/figure-later';

/** Where the breath was seen, on a body in the position it was seen in: from the side and from the front, no hand before it. */
export function SeenOnBody({ rings = {}, place }: { rings: Excursions | undefined; place: RingPosition }) {
  const { position, alignment, label } = RING_POSITION[place];
  const zones = zonesShown(rings).map((zone) => ZONE_LABEL[zone]);
  const title = `${label}; the breath was seen at: ${zones.length > 0 ? zones.join(', ') : 'no zone enough to show'}`;
  const shared = { position, alignment, breath: rings, title };
  return position === 'hookLying' ? (
    <div className="h-48 w-48 shrink-0">
      <FigureLater {...shared} figure="armsByTheSide" view="front" className="h-1/2 w-full" />
      <FigureLater {...shared} figure="armsByTheSide" view="side" className="h-1/2 w-full" />
    </div>
  ) : (
    <div className="flex h-48 w-44 shrink-0 gap-2">
      <FigureLater {...shared} view="front" className="h-full w-1/2" />
      <FigureLater {...shared} view="side" className="h-full w-1/2" />
    </div>
  );
}
