package juiceswap.web;

import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;

/** The way to the database, which a test can cut and mend as if the database were stopped and started. */
public final class DatabaseLine implements Closeable {
    private final int database;
    private final List<Socket> open = new CopyOnWriteArrayList<>();
    private ServerSocket entrance;

    /** To the database at that port. */
    public DatabaseLine(int database) throws IOException {
        this.database = database;
        listen(0);
    }

    public int port() {
        return entrance.getLocalPort();
    }

    /** Nobody is answered any more, and who was connected is thrown out. */
    public void cut() throws IOException {
        entrance.close();
        for (Socket socket : open) {
            socket.close();
        }
        open.clear();
    }

    public void mend() throws IOException {
        listen(port());
    }

    @Override
    public void close() throws IOException {
        cut();
    }

    private void listen(int port) throws IOException {
        ServerSocket fresh = new ServerSocket();
        fresh.setReuseAddress(true);
        fresh.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), port));
        entrance = fresh;
        start(() -> {
            while (true) {
                Socket caller = fresh.accept();
                Socket called = new Socket(InetAddress.getLoopbackAddress(), database);
                open.add(caller);
                open.add(called);
                start(() -> carry(caller, called));
                start(() -> carry(called, caller));
            }
        });
    }

    private static void carry(Socket from, Socket to) throws IOException {
        try (from;
                to;
                InputStream in = from.getInputStream()) {
            in.transferTo(to.getOutputStream());
        }
    }

    private interface Work {
        void run() throws IOException;
    }

    private static void start(Work work) {
        Thread thread = new Thread(() -> {
            try {
                work.run();
            } catch (IOException ended) {
                // cut
            }
        });
        thread.setDaemon(true);
        thread.start();
    }
}
