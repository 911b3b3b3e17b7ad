package foldback.core.seam.guard;

import foldback.core.matte.LensMatte;
import foldback.core.matte.MatteMap;
import foldback.core.matte.Mattes;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.seam.StillArea;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.warp.LensView;
import java.util.ArrayList;
import java.util.List;

/** An area in which a lens is shown alone, since it is painted in or another one is painted out. Immutable. */
public final class PaintedArea implements StillArea {
    private final int lens;
    private final RigLens painted;
    private final double meetingMetres;
    private final LensMatte matte;
    /** 1 where paint of its own shows the lens, -1 where another one's leaves that out. */
    private final int sign;

    private final LensView view;
    private final MatteMap map;

    private PaintedArea(int lens, RigLens painted, double meetingMetres, LensMatte matte, int sign, MatteMap map) {
        this.lens = lens;
        this.painted = painted;
        this.meetingMetres = meetingMetres;
        this.matte = matte;
        this.sign = sign;
        this.map = map;
        view = new LensView(painted, Rotation.IDENTITY, meetingMetres);
    }

    /** Those of a rig at a moment. */
    public static List<StillArea> of(Rig rig, double meetingMetres, Mattes mattes) {
        List<StillArea> areas = new ArrayList<>();
        List<MatteMap> maps = MatteMap.of(mattes, rig);
        for (int lens = 0; lens < maps.size(); lens++) {
            LensMatte matte = mattes.lenses().get(lens);
            RigLens painted = rig.lenses().get(lens);
            for (int other = 0; other < maps.size() && !matte.isNone(); other++) {
                int sign = other == lens ? 1 : -1;
                areas.add(new PaintedArea(other, painted, meetingMetres, matte, sign, maps.get(lens)));
            }
        }
        return areas;
    }

    @Override
    public int lens() {
        return lens;
    }

    @Override
    public double inside(Direction seen) {
        double[] xy = view.project(seen);
        return Math.max(0, sign * map.at(xy[0], xy[1]));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof PaintedArea area
                && lens == area.lens
                && sign == area.sign
                && meetingMetres == area.meetingMetres
                && painted.equals(area.painted)
                && matte.equals(area.matte);
    }

    @Override
    public int hashCode() {
        return 31 * lens + matte.hashCode();
    }
}
