/** Proxies and checks of clips: who wants them, and the workers that make them. */
package foldback.web.proxy;
