/** What is decided and measured of a rig's shake, by pictures and motion logs, as JSON. */
package foldback.engine.document.steady;
