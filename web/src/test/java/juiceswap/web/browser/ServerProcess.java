package juiceswap.web.browser;

import java.io.IOException;
import java.net.HttpURLConnection;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import juiceswap.web.TestDatabase;

/** A server of the demo in a process of its own, which can be killed. */
final class ServerProcess {
    private final Process process;

    private ServerProcess(Process process) {
        this.process = process;
    }

    /** @param port where it answers without encryption; with {@code --juice.tls.plain-port} among the options, where it encrypts */
    static ServerProcess start(String database, int port, String... options) throws Exception {
        String classPath = System.getProperty("surefire.test.class.path", System.getProperty("java.class.path"));
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "-cp",
                classPath,
                "juiceswap.web.JuiceSwap",
                "--server.port=" + port,
                "--juice.demo=true",
                "--juice.rotation.effort=instant"));
        command.addAll(List.of(options));
        ProcessBuilder builder = new ProcessBuilder(command);
        builder.environment().put("JUICE_DB_URL", database);
        builder.environment().put("JUICE_DB_USER", TestDatabase.user());
        builder.redirectErrorStream(true).redirectOutput(ProcessBuilder.Redirect.DISCARD);
        Process process = builder.start();
        int plain = List.of(options).stream()
                .filter(option -> option.startsWith("--juice.tls.plain-port="))
                .map(option -> Integer.parseInt(option.substring(option.indexOf('=') + 1)))
                .findFirst()
                .orElse(port);
        long deadline = System.nanoTime() + TimeUnit.MINUTES.toNanos(3);
        while (!answers(plain)) {
            if (!process.isAlive() || System.nanoTime() > deadline) {
                throw new AssertionError("the server did not start");
            }
            Thread.sleep(100);
        }
        return new ServerProcess(process);
    }

    void kill() throws InterruptedException {
        process.destroyForcibly().waitFor();
    }

    private static boolean answers(int port) {
        try {
            HttpURLConnection connection =
                    (HttpURLConnection) URI.create("http://127.0.0.1:" + port + "/actuator/health")
                            .toURL()
                            .openConnection();
            connection.setConnectTimeout(200);
            return connection.getResponseCode() == 200;
        } catch (IOException notYet) {
            return false;
        }
    }

    static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }
}
