package foldback.sim.world;

import foldback.sim.world.Materials.Surface;
import java.util.ArrayList;
import java.util.List;

/** People who rake salt or walk, and the wind pump's wheel: what moves, as shapes at a time. */
public final class Rakers {
    private static final int FIRST_ID = 5000;

    private Rakers() {}

    /** How deep a raker stands in the brine, metres. */
    private static final double IN_THE_PAN = 0.10;

    /** One worker: where, which way, and what; y of the ground stood on, down. */
    private record Worker(
            double x, double z, double ground, double heading, double speed, double phase, Surface shirt) {}

    private static final List<Worker> WORKERS = List.of(
            new Worker(2.75, 1.3, IN_THE_PAN, 2.6, 0, 0.0, Surface.SHIRT_RUST),
            new Worker(-3.4, -1.2, IN_THE_PAN, 0.9, 0, 1.9, Surface.SHIRT_BLUE),
            new Worker(6.4, 1.4, IN_THE_PAN, -1.9, 0, 3.1, Surface.SHIRT_GREEN),
            new Worker(-0.55, 8.6, 0, 3.05, 0.55, 0.7, Surface.SHIRT_BLUE),
            new Worker(-6.70, 11.35, Scene.SHED_FLOOR, -1.72, 0, 0.4, Surface.SHIRT_RUST));

    /** The groups of shapes at a time, seconds; each group stays close together. */
    static List<List<Shape>> at(double time) {
        List<List<Shape>> groups = new ArrayList<>();
        for (int i = 0; i < WORKERS.size(); i++) {
            groups.add(worker(WORKERS.get(i), time, FIRST_ID + 100 * i));
        }
        groups.add(wheel(24, -11.5, -52, time));
        return groups;
    }

    private static List<Shape> worker(Worker w, double time, int id) {
        List<Shape> shapes = new ArrayList<>();
        double beat = 2 * Math.PI * 0.42 * time + w.phase;
        boolean walks = w.speed > 0;
        double stride = walks ? Math.sin(2 * Math.PI * 0.85 * time + w.phase) : 0;
        double fx = Math.sin(w.heading);
        double fz = Math.cos(w.heading);
        double sx = fz;
        double sz = -fx;
        double x = w.x + fx * w.speed * time;
        double z = w.z + fz * w.speed * time;
        double ground = w.ground;
        double reach = walks ? 0 : 0.5 + 0.5 * Math.sin(beat);
        double lean = walks ? 0.04 : 0.16 + 0.20 * reach;
        double hip = ground - 0.92 + 0.02 * Math.abs(stride);
        double shoulderY = hip - 0.50 * Math.cos(lean);
        double shoulder = 0.50 * Math.sin(lean);
        double cx = x + fx * shoulder;
        double cz = z + fz * shoulder;
        for (int side = -1; side <= 1; side += 2) {
            double hx = x + sx * 0.10 * side;
            double hz = z + sz * 0.10 * side;
            double foot = walks ? 0.32 * stride * side : 0.16 * side;
            double kx = hx + fx * (foot * 0.55 + 0.06);
            double kz = hz + fz * (foot * 0.55 + 0.06);
            double knee = ground - 0.48;
            shapes.add(new Rod(hx, hip, hz, kx, knee, kz, 0.095, 0.07, Surface.TROUSERS, id++));
            double ax = hx + fx * foot;
            double az = hz + fz * foot;
            shapes.add(new Rod(kx, knee, kz, ax, ground - 0.07, az, 0.07, 0.05, Surface.TROUSERS, id++));
            shapes.add(new Rod(
                    ax,
                    ground - 0.04,
                    az,
                    ax + fx * 0.17,
                    ground - 0.03,
                    az + fz * 0.17,
                    0.05,
                    0.04,
                    Surface.STEEL,
                    id++));
        }
        shapes.add(new Rod(x, hip - 0.02, z, cx, shoulderY + 0.06, cz, 0.155, 0.17, w.shirt, id++));
        shapes.add(new Rod(
                cx - sx * 0.17,
                shoulderY + 0.04,
                cz - sz * 0.17,
                cx + sx * 0.17,
                shoulderY + 0.04,
                cz + sz * 0.17,
                0.085,
                0.085,
                w.shirt,
                id++));
        double headX = cx + fx * 0.06;
        double headZ = cz + fz * 0.06;
        double headY = shoulderY - 0.22;
        shapes.add(new Rod(cx, shoulderY, cz, headX, headY, headZ, 0.06, 0.06, Surface.SKIN, id++));
        shapes.add(new Rod(headX, headY + 0.03, headZ, headX, headY - 0.06, headZ, 0.098, 0.105, Surface.SKIN, id++));
        shapes.add(new Rod(headX, headY - 0.10, headZ, headX, headY - 0.16, headZ, 0.125, 0.085, Surface.STRAW, id++));
        brim(shapes, headX, headY - 0.085, headZ, id);
        id += 10;
        double handX;
        double handY;
        double handZ;
        double out = walks ? 0.1 : 0.28 + 0.30 * reach;
        for (int side = -1; side <= 1; side += 2) {
            double ax = cx + sx * 0.21 * side;
            double az = cz + sz * 0.21 * side;
            double swing = walks ? -0.3 * stride * side : out + 0.12 * side;
            double ex = ax + fx * swing * 0.45 + sx * 0.05 * side;
            double ez = az + fz * swing * 0.45 + sz * 0.05 * side;
            double elbow = shoulderY + 0.27;
            handX = ax + fx * swing - (walks ? 0 : sx * 0.15 * side);
            handZ = az + fz * swing - (walks ? 0 : sz * 0.15 * side);
            handY = shoulderY + (walks ? 0.52 : 0.40 - 0.08 * side);
            shapes.add(new Rod(ax, shoulderY + 0.05, az, ex, elbow, ez, 0.06, 0.05, w.shirt, id++));
            shapes.add(new Rod(ex, elbow, ez, handX, handY, handZ, 0.045, 0.036, Surface.SKIN, id++));
            shapes.add(new Rod(handX, handY, handZ, handX, handY + 0.05, handZ, 0.042, 0.04, Surface.SKIN, id++));
        }
        if (!walks) {
            double bx = cx + fx * (out - 0.18);
            double bz = cz + fz * (out - 0.18);
            double tx = x + fx * (1.15 + 0.75 * reach);
            double tz = z + fz * (1.15 + 0.75 * reach);
            shapes.add(new Rod(bx, shoulderY + 0.25, bz, tx, ground, tz, 0.017, 0.017, Surface.WOOD, id++));
            shapes.add(new Rod(
                    tx - sx * 0.33,
                    ground,
                    tz - sz * 0.33,
                    tx + sx * 0.33,
                    ground,
                    tz + sz * 0.33,
                    0.022,
                    0.022,
                    Surface.OLD_WOOD,
                    id));
        }
        return shapes;
    }

    private static void brim(List<Shape> shapes, double x, double y, double z, int id) {
        for (int i = 0; i < 4; i++) {
            double a = Math.PI * i / 4;
            double c = 0.20 * Math.cos(a);
            double s = 0.20 * Math.sin(a);
            shapes.add(new Rod(x - c, y, z - s, x + c, y, z + s, 0.018, 0.018, Surface.STRAW, id + i));
        }
        shapes.add(new Block(x, y, z, 0.15, 0.012, 0.15, 0.4, Surface.STRAW, id + 5));
    }

    private static List<Shape> wheel(double x, double y, double z, double time) {
        List<Shape> shapes = new ArrayList<>();
        double turn = 0.9 * time;
        for (int i = 0; i < 10; i++) {
            double a = turn + 2 * Math.PI * i / 10;
            double ux = Math.cos(a);
            double uy = Math.sin(a);
            shapes.add(new Rod(
                    x + 0.5 * ux,
                    y + 0.5 * uy,
                    z + 2.1,
                    x + 2.3 * ux,
                    y + 2.3 * uy,
                    z + 2.1,
                    0.06,
                    0.22,
                    Surface.PLASTER,
                    FIRST_ID + 900 + i));
        }
        shapes.add(new Rod(x, y, z, x, y, z + 2.2, 0.12, 0.12, Surface.STEEL, FIRST_ID + 950));
        return shapes;
    }
}
