/** Gathering: clips that were brought in, how they are grouped into takes, and where footage is looked for. */
package foldback.web.gather;
