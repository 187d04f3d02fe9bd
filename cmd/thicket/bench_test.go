package main

import (
	"net"
	"net/http"
	"os/exec"
	"testing"
	"time"
)

// BenchmarkColdStart takes the time from starting the built program on an empty data folder to its first answer.
func BenchmarkColdStart(b *testing.B) {
	const binary = "../../bin/thicket"
	if _, err := exec.LookPath(binary); err != nil {
		b.Skip("the program is not built; make build")
	}
	for b.Loop() {
		l, err := net.Listen("tcp", "127.0.0.1:0")
		if err != nil {
			b.Fatal(err)
		}
		addr := l.Addr().String()
		l.Close()
		cmd := exec.Command(binary, "serve", "--addr", addr, "--data", b.TempDir())
		if err := cmd.Start(); err != nil {
			b.Fatal(err)
		}
		for {
			resp, err := http.Get("http://" + addr + "/api/v1/guide")
			if err == nil {
				resp.Body.Close()
				break
			}
			time.Sleep(time.Millisecond)
		}
		b.StopTimer()
		_ = cmd.Process.Kill()
		_ = cmd.Wait()
		b.StartTimer()
	}
}
