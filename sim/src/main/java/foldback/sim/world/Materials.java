package foldback.sim.world;

/** The colour of surfaces: share of red, green and blue light that they throw back, with grain near the pixel limit. */
final class Materials {
    private static final long BOARDS = 71;

    private Materials() {}

    /** What things are made of. */
    enum Surface {
        WOOD,
        OLD_WOOD,
        ROOF,
        BRICK,
        SALT,
        MUD,
        WATER,
        STEEL,
        SKIN,
        STRAW,
        SHIRT_BLUE,
        SHIRT_RUST,
        SHIRT_GREEN,
        TROUSERS,
        LEAVES,
        PLASTER
    }

    static void albedo(World world, Hit hit, double x, double y, double z, double foot, double[] rgb) {
        double tone = TileNoise.hash(BOARDS, hit.id, 3);
        switch (hit.surface) {
            case WOOD -> wood(world, hit, foot, tone, 0.46, 0.34, 0.22, rgb);
            case OLD_WOOD -> wood(world, hit, foot, tone, 0.30, 0.26, 0.22, rgb);
            case ROOF -> wood(world, hit, foot, tone, 0.36, 0.17, 0.13, rgb);
            case BRICK -> brick(world, hit, foot, rgb);
            case SALT -> salt(world, x, y, z, foot, rgb);
            case MUD -> mud(world, x, y, z, foot, rgb);
            case STEEL -> {
                double rust = 0.5 + 0.5 * world.fine.at(x * 2.1, (y + z) * 2.1, foot * 2.1);
                set(rgb, 0.16 + 0.14 * rust, 0.13 + 0.05 * rust, 0.12);
            }
            case SKIN -> set(rgb, 0.50, 0.33, 0.24);
            case STRAW -> {
                double weave = Math.sin(hit.u * 260) * Math.sin(hit.v * 260) * Math.max(0, 1 - foot * 120);
                set(rgb, 0.62 + 0.10 * weave, 0.52 + 0.09 * weave, 0.28 + 0.05 * weave);
            }
            case SHIRT_BLUE -> cloth(world, hit, foot, 0.10, 0.17, 0.30, rgb);
            case SHIRT_RUST -> cloth(world, hit, foot, 0.46, 0.16, 0.09, rgb);
            case SHIRT_GREEN -> cloth(world, hit, foot, 0.20, 0.27, 0.15, rgb);
            case TROUSERS -> cloth(world, hit, foot, 0.17, 0.16, 0.16, rgb);
            case LEAVES -> {
                double leaf = world.grit.at(x / 5, y / 5, foot / 5) + 0.6 * world.fine.at(z / 7, y / 7, foot / 7);
                set(rgb, 0.09 + 0.04 * leaf, 0.13 + 0.05 * leaf, 0.06 + 0.02 * leaf);
            }
            case PLASTER -> {
                double stain = world.fine.at(x / 3, (y + z) / 3, foot / 3);
                set(rgb, 0.66 + 0.07 * stain, 0.62 + 0.07 * stain, 0.55 + 0.06 * stain);
            }
            default -> set(rgb, 0.4, 0.4, 0.4);
        }
    }

    private static void set(double[] rgb, double red, double green, double blue) {
        rgb[0] = Math.max(0.02, red);
        rgb[1] = Math.max(0.02, green);
        rgb[2] = Math.max(0.02, blue);
    }

    private static void wood(
            World world, Hit hit, double foot, double tone, double red, double green, double blue, double[] rgb) {
        double shift = tone * 7.3;
        double grain = world.grit.at(hit.u * 0.35 + shift, hit.v * 7, foot * 4) * 0.30
                + world.fine.at(hit.u * 0.5 + shift, hit.v * 3, foot * 2.5) * 0.25;
        double knots = Math.max(0, world.fine.at(hit.u * 0.9 + shift, hit.v * 1.5 + shift, foot) - 0.45);
        double light = (0.78 + 0.44 * tone) * (1 + grain) * (1 - 0.9 * knots);
        double grey = 0.25 * TileNoise.hash(BOARDS, hit.id, 9);
        double mean = (red + green + blue) / 3;
        set(
                rgb,
                light * (red + grey * (mean - red)),
                light * (green + grey * (mean - green)),
                light * (blue + grey * (mean - blue)));
    }

    private static void cloth(World world, Hit hit, double foot, double red, double green, double blue, double[] rgb) {
        double folds = 1
                + 0.22 * world.fine.at(hit.u * 1.4 + hit.id * 0.37, hit.v * 1.1, foot)
                + 0.12 * world.grit.at(hit.u * 3, hit.v * 3, foot * 3);
        set(rgb, red * folds, green * folds, blue * folds);
    }

    private static void brick(World world, Hit hit, double foot, double[] rgb) {
        double row = Math.floor(hit.v / 0.075);
        double along = hit.u / 0.23 + 0.5 * (row % 2);
        double column = Math.floor(along);
        double inU = Math.abs(along - column - 0.5) * 2;
        double inV = Math.abs(hit.v / 0.075 - row - 0.5) * 2;
        double sharp = Math.max(0.02, foot / 0.03);
        double mortar =
                Math.max(Sky.smooth(0.93 - sharp, 0.93 + sharp, inU), Sky.smooth(0.80 - sharp, 0.80 + sharp, inV));
        double tone = 0.75 + 0.5 * TileNoise.hash(19, (long) row, (long) column);
        double rough = 1 + 0.25 * world.grit.at(hit.u * 2, hit.v * 2, foot * 2);
        set(
                rgb,
                rough * (0.42 * tone * (1 - mortar) + 0.5 * mortar),
                rough * (0.20 * tone * (1 - mortar) + 0.47 * mortar),
                rough * (0.14 * tone * (1 - mortar) + 0.43 * mortar));
    }

    private static void salt(World world, double x, double y, double z, double foot, double[] rgb) {
        double grain = 0.07 * world.grit.at(x * 1.9, (z + 0.8 * y) * 1.9, foot * 1.9)
                + 0.06 * world.fine.at(x * 0.7, (z - 0.6 * y) * 0.7, foot * 0.7);
        double dirt = 0.10 * Math.max(0, world.broad.at(x / 3, z / 3 + y, foot / 3));
        set(rgb, 0.80 + grain - dirt, 0.79 + grain - 1.15 * dirt, 0.78 + grain - 1.4 * dirt);
    }

    /** Clay: dry and cracked on the path, wet and crusted with salt at the rims of the pans. */
    private static void mud(World world, double x, double y, double z, double foot, double[] rgb) {
        double broad = world.broad.at(x / 6, z / 6, foot / 6);
        double fine = world.fine.at(x / 1.3, z / 1.3, foot / 1.3);
        double grit = world.grit.at(x * 1.4, z * 1.4, foot * 1.4);
        double crack = 1 - Math.min(1, Math.abs(world.fine.at(x / 2.1 + 0.4, z / 2.1, foot / 2.1)) * 14 + foot * 20);
        double light = 1 + 0.16 * broad + 0.18 * fine + 0.22 * grit - 0.30 * Math.max(0, crack);
        double wet = Sky.smooth(-0.02, 0.10, y);
        double crust = Sky.smooth(0.055, 0.105, y + 0.03 * fine)
                * (1 - 0.6 * Sky.smooth(0.118, 0.13, y))
                * (0.55 + 0.45 * Math.max(-1, Math.min(1, 2.5 * broad + grit)));
        crust = Math.max(0, Math.min(1, crust));
        double scatter = Math.max(0, grit - 0.42) * 1.2;
        double dark = 1 - 0.45 * wet;
        double white = 0.74 + 0.1 * grit;
        double share = Math.min(1, crust + scatter);
        set(
                rgb,
                light * 0.40 * dark * (1 - share) + white * share,
                light * 0.325 * dark * (1 - share) + white * 0.97 * share,
                light * 0.245 * dark * (1 - share) + white * 0.93 * share);
    }

    /** Brine: from pink to green by the pan's age, darker where deeper, with salt on the floor near the rims. */
    static void brine(World world, double x, double z, double foot, double[] rgb) {
        double panX = Math.abs(x) - 1.45;
        long i = Math.round(Math.floor(panX / Ground.PAN_X)) * (x < 0 ? -1 : 1) + (x < 0 ? -7 : 3);
        long j = Math.round(Math.floor((z - 0.6) / Ground.PAN_Z));
        double age = TileNoise.hash(67, i, j);
        double pink = Sky.smooth(0.25, 0.75, age);
        double cloudy =
                1 + 0.18 * world.broad.at(x / 11, z / 11, foot / 11) + 0.10 * world.fine.at(x / 4, z / 4, foot / 4);
        double depth = world.ground.depth(x, z, foot);
        double floor = Math.exp(-depth * 22);
        double bed = 0.62 + 0.15 * world.grit.at(x, z, foot);
        double red = (0.20 + 0.32 * pink) * cloudy;
        double green = (0.27 - 0.09 * pink) * cloudy;
        double blue = (0.22 + 0.02 * pink) * cloudy;
        set(rgb, red + floor * (bed - red), green + floor * (bed * 0.96 - green), blue + floor * (bed * 0.92 - blue));
    }
}
