import { outlinePolygon, type BodyPlan, type Path } from '@upright-elder/core/body-plan';
import { Colors, DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf';

/** Marks that run somewhere, each by its name. */
export interface DrawnMark {
  name: string;
  path: Path;
}

const LAYERS = {
  outline: Colors.White,
  bridge: Colors.Cyan,
  braces: Colors.Green,
  'back braces': Colors.Yellow,
  holes: Colors.White,
  marks: Colors.Red,
} as const;

const inMm = (metres: number): number => 1000 * metres;

/** A body plan as DXF (AC1021), in millimetres, at full size: a layer for each kind of part. */
export function planDxf(plan: BodyPlan, marks: readonly DrawnMark[]): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  for (const [name, color] of Object.entries(LAYERS)) dxf.addLayer(name, color, 'Continuous');
  const on = (layer: keyof typeof LAYERS) => dxf.setCurrentLayerName(layer);
  const line = (path: Path, closed = false) =>
    dxf.addLWPolyline(
      path.map(([x, y]) => ({ point: point2d(inMm(x), inMm(y)) })),
      { flags: closed ? LWPolylineFlags.Closed : LWPolylineFlags.None },
    );
  const box = ({ from, to, halfWidth }: { from: number; to: number; halfWidth: number }) =>
    line(
      [
        [-halfWidth, from],
        [halfWidth, from],
        [halfWidth, to],
        [-halfWidth, to],
      ],
      true,
    );
  on('outline');
  line(outlinePolygon(plan.outline), true);
  on('bridge');
  box(plan.bridge);
  if (plan.plate) box(plan.plate);
  on('braces');
  for (const { path } of plan.braces) line(path);
  on('back braces');
  for (const { path } of plan.backBraces) line(path);
  on('holes');
  for (const hole of plan.holes)
    if (hole.kind === 'round')
      dxf.addCircle(point3d(inMm(hole.centre[0]), inMm(hole.centre[1]), 0), inMm(hole.radius));
    else line(hole.path);
  on('marks');
  for (const { path } of marks) if (path.length > 1) line(path);
  return dxf.stringify();
}
