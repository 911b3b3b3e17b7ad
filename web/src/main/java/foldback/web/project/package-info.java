/** Projects and their takes, as rows. */
package foldback.web.project;
