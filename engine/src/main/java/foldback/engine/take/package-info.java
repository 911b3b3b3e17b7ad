/** Frame-exact access to the clips of a take, by take time. */
package foldback.engine.take;
