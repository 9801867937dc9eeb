package molvet.server.page;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/** A wire between a browser and Molvet that can be cut and mended, at one address of this machine. */
final class Wire implements AutoCloseable {
    private final InetSocketAddress far;
    private final int port;
    private final Set<Socket> open = ConcurrentHashMap.newKeySet();
    private ServerSocket near;

    Wire(String url) {
        URI to = URI.create(url);
        far = new InetSocketAddress(to.getHost(), to.getPort());
        port = listen(0);
    }

    String url() {
        return "http://127.0.0.1:" + port;
    }

    private synchronized int listen(int at) {
        try {
            near = new ServerSocket();
            near.setReuseAddress(true);
            near.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), at));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        ServerSocket mine = near;
        start(() -> {
            while (true) {
                Socket from = mine.accept();
                Socket to = new Socket();
                to.connect(far);
                open.add(from);
                open.add(to);
                start(() -> carry(from, to));
                start(() -> carry(to, from));
            }
        });
        return mine.getLocalPort();
    }

    private interface Carrying {
        void run() throws IOException;
    }

    private static void start(Carrying work) {
        Thread thread = new Thread(() -> {
            try {
                work.run();
            } catch (IOException e) {
                // The wire was cut, or one end hung up.
            }
        });
        thread.setDaemon(true);
        thread.start();
    }

    private void carry(Socket from, Socket to) throws IOException {
        try (from;
                to) {
            from.getInputStream().transferTo(to.getOutputStream());
        } finally {
            open.remove(from);
            open.remove(to);
        }
    }

    /** From now on nobody answers, and what was under way breaks off. */
    synchronized void cut() {
        try {
            near.close();
            for (Socket s : open) s.close();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    void mend() {
        listen(port);
    }

    @Override
    public void close() {
        cut();
    }
}
