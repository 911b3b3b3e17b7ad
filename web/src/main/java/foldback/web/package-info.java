/** The application: pages, API, database and work queue. The same jar is the worker, which has no pages. */
package foldback.web;
