package foldback.sim.world;

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
