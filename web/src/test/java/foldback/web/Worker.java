package foldback.web;

/** A worker process that ends with its block. */
record Worker(Process process) implements AutoCloseable {

    @Override
    public void close() throws InterruptedException {
        process.destroy();
        process.waitFor();
    }
}
