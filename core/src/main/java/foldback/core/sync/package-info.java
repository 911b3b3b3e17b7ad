/**
 * The offsets of a take's clips from their sound. Every pair of clips is compared over the whole overlap; what the pairs say is
 * brought together, and agreement between them and between parts of the take makes the verdict.
 */
package foldback.core.sync;
