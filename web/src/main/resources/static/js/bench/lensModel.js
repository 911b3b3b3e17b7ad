const DEGREES = 180 / Math.PI;

// The angle of a radius by the model without distortion, and the radius in focal lengths for an angle.
const ANGLE = {
  fisheye: (share) => share,
  equisolid: (share) => 2 * Math.asin(Math.min(1, share / 2)),
  stereographic: (share) => 2 * Math.atan(share / 2),
  orthographic: (share) => Math.asin(Math.min(1, share)),
  rectilinear: Math.atan,
};
const SHARE = {
  fisheye: (angle) => angle,
  equisolid: (angle) => 2 * Math.sin(angle / 2),
  stereographic: (angle) => 2 * Math.tan(angle / 2),
  orthographic: Math.sin,
  rectilinear: Math.tan,
};

const DISTORTION = { fisheye: ["k1", "k2", "k3", "k4"], rectilinear: ["k1", "k2", "k3", "p1", "p2"] };

const reach = (lens) => (lens.circle ? lens.circle.radius_px : lens.width / 2);

/** The field of view of a lens without its distortion, degrees: across its disc, or across its picture's width. */
export const fieldOf = (lens) => 2 * ANGLE[lens.model](reach(lens) / lens.focal_px) * DEGREES;

/** The same lens with the focal length that gives a field of view. */
export const withField = (lens, degrees) => ({ ...lens, focal_px: reach(lens) / SHARE[lens.model](degrees / 2 / DEGREES) });

/** A lens in the same place, of another optical kind; nothing is known of its distortion then. */
export function ofKind(lens, kind) {
  const { slot, width, height, yaw_deg, pitch_deg, roll_deg, pupil_m } = lens;
  const circle = lens.circle ?? { centre_x_px: width / 2, centre_y_px: height / 2, radius_px: 0.495 * Math.min(width, height) };
  const changed = {
    slot, model: kind.model, width, height,
    centre_x_px: lens.centre_x_px, centre_y_px: lens.centre_y_px, focal_px: 1,
    ...(kind.disc && { circle }),
    ...Object.fromEntries((DISTORTION[kind.model] ?? []).map((key) => [key, 0])),
    yaw_deg, pitch_deg, roll_deg, ...(pupil_m && { pupil_m }),
  };
  return withField(changed, kind.fieldDeg);
}
