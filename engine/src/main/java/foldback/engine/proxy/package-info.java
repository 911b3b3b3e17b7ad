/** Small copies of clips, quick to read from anywhere, from which pages show pictures of any moment. */
package foldback.engine.proxy;
