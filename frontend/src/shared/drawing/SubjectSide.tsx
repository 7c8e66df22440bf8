// Whoever or whatever is before the camera, from the side, true to scale; its front at the origin, looking right.
import type { Shoot } from '../api/client';
import { isPerson } from './PlanView';
import type { Scale } from './scale';
import { PersonSide, ThingSide } from './symbols';

export function SubjectSide({ brief, scale: s }: { brief: Shoot['brief']; scale: Scale }) {
  const { subject } = brief;
  const place = { x: s.x(0), y: s.y(subject.face_height), perMetre: s.perMetre, floor: s.y(0) };
  return isPerson(brief) ? (
    <PersonSide {...place} headDepth={subject.head_depth} />
  ) : (
    <ThingSide {...place} size={subject.size} />
  );
}
