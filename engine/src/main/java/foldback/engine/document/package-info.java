/**
 * The JSON documents of the product: recipe, spec and rig card. Keys are snake_case, angles degrees; each document says its
 * format and version. Schemas and examples are in docs/formats.
 */
package foldback.engine.document;
