package juiceswap.web.mqtt;

import com.hivemq.client.mqtt.MqttClient;
import com.hivemq.client.mqtt.mqtt3.Mqtt3BlockingClient;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/** A real broker of Debian's, on loopback, with a name and password; it can be stopped and started again. */
public final class Broker implements AutoCloseable {
    public static final String LOGIN = "house";
    public static final String SECRET = "swordfish";

    public final int port;
    private final Path directory;
    private Process process;

    public Broker() throws IOException, InterruptedException {
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        directory = Files.createTempDirectory("broker");
        Path passwords = directory.resolve("passwords");
        new ProcessBuilder("mosquitto_passwd", "-b", "-c", passwords.toString(), LOGIN, SECRET)
                .start()
                .waitFor();
        Files.writeString(
                directory.resolve("conf"),
                "listener " + port + " 127.0.0.1\nallow_anonymous false\npassword_file " + passwords
                        + "\nuser root\npersistence false\n");
        start();
    }

    public void start() throws IOException, InterruptedException {
        process = new ProcessBuilder(
                        "mosquitto", "-c", directory.resolve("conf").toString())
                .redirectErrorStream(true)
                .redirectOutput(directory.resolve("log").toFile())
                .start();
        for (int tries = 0; tries < 100; tries++) {
            try (Socket socket = new Socket()) {
                socket.connect(new InetSocketAddress("127.0.0.1", port), 200);
                return;
            } catch (IOException notYet) {
                Thread.sleep(50);
            }
        }
        throw new IllegalStateException(Files.readString(directory.resolve("log")));
    }

    public void stop() throws InterruptedException {
        process.destroy();
        process.waitFor();
    }

    /** Tells something, as a meter does. */
    public void tell(String topic, String payload) {
        Mqtt3BlockingClient meter = MqttClient.builder()
                .serverHost("127.0.0.1")
                .serverPort(port)
                .useMqttVersion3()
                .simpleAuth()
                .username(LOGIN)
                .password(SECRET.getBytes(StandardCharsets.UTF_8))
                .applySimpleAuth()
                .buildBlocking();
        meter.connect();
        meter.publishWith()
                .topic(topic)
                .payload(payload.getBytes(StandardCharsets.UTF_8))
                .send();
        meter.disconnect();
    }

    @Override
    public void close() throws InterruptedException {
        stop();
    }
}
