/**
 * Documents declared once: a {@link foldback.engine.form.Form} says how a value is read, written and described, and forms are put
 * together as the values are, see {@link foldback.engine.form.object}. Reading refuses what is missing, unknown or out of range, and names it by its path; the schemas in
 * docs/formats are generated from the same declarations. Keys are snake_case and end in their unit, angles are degrees.
 */
package foldback.engine.form;
