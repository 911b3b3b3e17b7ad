/** The demo project, brought in once. */
package foldback.web.demo;
