/**
 * Objects and documents, declared field by field: an {@link foldback.engine.form.object.ObjectForm} names its fields in the order in
 * which they are written, a {@link foldback.engine.form.object.Document} adds format, version and the steps that lead up from earlier
 * versions.
 */
package foldback.engine.form.object;
