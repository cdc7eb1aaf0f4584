import { stepped } from '../../draw/colour.ts';
import { type Matrix, multiply, rotation, translation } from '../../draw/matrix.ts';
import { ellipse, pen, roundedRect } from '../../draw/path.ts';
import { moved, type Node } from '../../draw/picture.ts';
import { type DrawnFigure, floorShade } from '../drawn.ts';
import { headMatrix } from '../face.ts';
import type { FigureModel } from '../model.ts';
import type { MouthNumbers } from '../mouth.ts';
import type { Pose, Side } from '../pose.ts';
import type { Proportions } from '../proportions.ts';
import { type Skeleton, skeletonOf } from '../skeleton.ts';
import { Sketch } from '../sketch.ts';
import { mascotFace, mascotPose, remembered, sizesOf } from './kit.ts';
import { type LimbTones, mascotArm, mascotLeg } from './limbs.ts';

/** The robot's own skeleton: short legs, a barrel, a head as wide as it is high. */
const ROBOT: Proportions = {
  torso: 100,
  shoulder: 60,
  chest: 48,
  waist: 52,
  hip: 50,
  upperArm: 42,
  foreArm: 38,
  thigh: 15,
  shin: 15,
  armTop: 9,
  armEnd: 8,
  legTop: 9,
  legEnd: 9,
  ankle: 14,
  neck: 0,
  headWidth: 74,
  headHeight: 62,
  jaw: 1,
  chin: 0,
  eyeScale: 1.42,
  eyeY: 0,
  mouthY: 24,
  noseY: 0,
  hand: 1,
  foot: 1,
  neckHalf: 0,
  belly: 0,
  grown: 1,
  elder: 0,
  atEase: { L: { upper: 38, elbow: -22, wrist: -4 }, R: { upper: 30, elbow: -8, wrist: -8 } },
};
/** The face plate slides less than a head's features do (design.md, Mascots: radius 16-18). */
const PLATE = 18;

/** The dials stretch its limbs; barrel and head keep their shape. */
export const robotProportions = remembered((character) => {
  const { arm, leg } = sizesOf(character);
  return { ...ROBOT, upperArm: ROBOT.upperArm * arm, foreArm: ROBOT.foreArm * arm, thigh: ROBOT.thigh * leg, shin: ROBOT.shin * leg };
});

export function drawRobot(model: FigureModel, asked: Pose, mouth: MouthNumbers): DrawnFigure {
  const p = robotProportions(model.character);
  const pose = { ...mascotPose(asked, p, false), chest: asked.chest };
  const sk = skeletonOf(p, { ...pose, chest: 0 });
  const tones: LimbTones = { tube: model.tone('metal'), hand: model.tone('primary'), foot: model.tone('shoes') };
  const arm = (side: Side): Node[] => mascotArm(model, sk, pose, side, tones, 0.27);
  const nodes: Node[] = [...floorShade(sk, 76), ...(['L', 'R'] as const).flatMap((side) => mascotLeg(model, sk, pose, side, tones, { half: 23, crown: 13 }))];
  const behind = (side: Side): boolean => Math.sin(sk.bodyYaw) * (side === 'L' ? -1 : 1) > 0.25;
  const sides: readonly Side[] = ['L', 'R'];
  nodes.push(...sides.filter(behind).flatMap(arm));
  nodes.push(...drawBarrel(model, sk, pose));
  const low = sides.filter((side) => !behind(side) && sk.arms[side].wrist.y > -176);
  nodes.push(...low.flatMap(arm));
  nodes.push(...drawHead(model, sk, pose, mouth).map((node) => moved(node, headMatrix(sk.head.x, sk.head.y, sk.headAngle))));
  nodes.push(...sides.filter((side) => !behind(side) && !low.includes(side)).flatMap(arm));
  return { nodes, skeleton: sk };
}

function drawBarrel(model: FigureModel, sk: Skeleton, pose: Pose): Node[] {
  const s = new Sketch('barrel');
  const at: Matrix = multiply(translation(sk.hip.x, sk.hip.y + 42), rotation(sk.lean));
  const shell = model.tone('secondary');
  const red = model.colour('primary');
  const squash = 1 + pose.chest * 0.012;
  const yaw = Math.sin(sk.bodyYaw);
  const body = pen()
    .move(-46, -150 * squash)
    .cubic(-49, -110, -53, -70, -58, -40)
    .quad(-58, -26, 0, -26)
    .quad(58, -26, 58, -40)
    .cubic(53, -70, 49, -110, 46, -150 * squash)
    .close()
    .done();
  const rivets = [-30, -10, 12, 32].map((x, index) => s.fillItem(`rivet${index}`, ellipse(x + yaw * 12, -80.4, 2.4), stepped(shell.base, -0.22)));
  s.shaded(
    'shell',
    body,
    shell,
    [-10, -2],
    [
      s.fillItem('band', pen().move(-51.9, -74).cubic(-34, -65.5, 34, -65.5, 51.9, -74).line(56.8, -44).cubic(36, -33.5, -36, -33.5, -56.8, -44).close().done(), red),
      s.fillItem('bandShade', pen().move(40, -70).line(51.9, -74).line(56.8, -44).line(44, -38.5).close().done(), model.tone('primary').shadow, 0.8),
      s.fillItem(
        'side',
        pen()
          .move(14 + yaw * 8, -150)
          .cubic(18, -110, 20, -70, 22, -31)
          .quad(46, -32, 57, -39)
          .cubic(52.5, -70, 48.5, -110, 45.5, -150)
          .close()
          .done(),
        '#3a2f52',
        0.1,
      ),
      s.lineItem('joint', pen().move(-46, -87).cubic(-30, -80, 30, -80, 50, -87).done(), stepped(shell.base, -0.14), 2.4),
      ...rivets,
      // A small harbour badge that turns with the body.
      s.fillItem('plate', roundedRect(-13 + yaw * 26, -118, 26, 20, 5), stepped(shell.base, -0.08)),
      s.fillItem('lamp', ellipse(-5 + yaw * 26, -108, 3.6), model.colour('accent')),
      s.fillItem('lamp2', ellipse(5 + yaw * 26, -108, 3.6), model.colour('eyes')),
    ],
  );
  return s.nodes.map((node) => moved(node, at));
}

function drawHead(model: FigureModel, sk: Skeleton, pose: Pose, mouth: MouthNumbers): Node[] {
  const s = new Sketch('head');
  const yaw = sk.headYaw;
  const slideBy = Math.sin(yaw) * PLATE * 1.5;
  const pitch = pose.headPitch * 6;
  const red = model.tone('primary');
  const dark = model.tone('shoes');
  s.shaded('stem', pen().move(-13, -57).line(-13, -68).quad(0, -72, 13, -68).line(13, -57).quad(0, -53, -13, -57).close().done(), dark, [-3, -2.5]);
  s.shaded(
    'beacon',
    pen().move(-10, -67).cubic(-11, -85, -6, -93, 0, -93).cubic(6, -93, 11, -85, 10, -67).quad(0, -71, -10, -67).close().done(),
    model.tone('accent'),
    [-3, -2.5],
    [s.lineItem('beaconGleam', pen().move(-4, -72).cubic(-5, -80, -3, -86, -1, -88).done(), '#fff4c9', 2.4, 0.8)],
  );
  s.shaded(
    'shell',
    pen()
      .move(-74, 0)
      .cubic(-78, -42, -46, -62, 0, -62)
      .cubic(46, -62, 78, -42, 74, 0)
      .cubic(74, 34, 56, 56, 44, 61)
      .cubic(22, 67, -22, 67, -44, 61)
      .cubic(-56, 56, -74, 34, -74, 0)
      .close()
      .done(),
    red,
    [-10 - Math.sin(yaw) * 4, -6],
    [
      s.lineItem(
        'gleam',
        pen()
          .move(-52 + slideBy * 0.3, -42)
          .cubic(-32 + slideBy * 0.3, -54, -6, -56, 12, -54)
          .done(),
        stepped(red.base, 0.1),
        8,
        0.7,
      ),
    ],
  );
  const px = (x: number): number => x * (1 - Math.abs(Math.sin(yaw)) * 0.1) + slideBy;
  const plate = pen()
    .move(px(-54), -2 + pitch)
    .cubic(px(-55), -28 + pitch, px(-38), -36 + pitch, px(0), -36 + pitch)
    .cubic(px(38), -36 + pitch, px(55), -28 + pitch, px(54), -2 + pitch)
    .cubic(px(54), 28 + pitch, px(43), 48 + pitch, px(0), 48 + pitch)
    .cubic(px(-43), 48 + pitch, px(-54), 28 + pitch, px(-54), -2 + pitch)
    .close()
    .done();
  const face = stepped(model.colour('secondary'), 0.012);
  s.shaded(
    'plate',
    plate,
    { base: face, shadow: stepped(face, -0.1) },
    [4, 3],
    [
      s.fillItem('cheekL', ellipse(px(-36), 20 + pitch, 9, 6), stepped(red.base, 0.14), 0.32),
      s.fillItem('cheekR', ellipse(px(36), 20 + pitch, 9, 6), stepped(red.base, 0.14), 0.32),
    ],
  );
  mascotFace(s, model, pose, mouth, yaw, { x: 0, y: -2, plate: PLATE, scale: 1, apart: 21, brow: stepped(red.base, -0.12), lip: '#c98d7c', dark: '#7c3a34' });
  return s.nodes;
}
