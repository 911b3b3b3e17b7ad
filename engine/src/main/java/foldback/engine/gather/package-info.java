/** What clips are before they belong to a take, and which of them were filmed together. */
package foldback.engine.gather;
