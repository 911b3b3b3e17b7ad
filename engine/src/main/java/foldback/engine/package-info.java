/** From recipes to pictures and files: documents, access to takes, previews and renders. Knows no database. */
package foldback.engine;
