package gaugelink

import (
	"bytes"
	"io/fs"
	"os"
	"path/filepath"
	"strconv"
	"syscall"
)

// sitsSomebody tells whether a terminal is one that a session runs at: what is typed there is somebody's, no gauge's.
func sitsSomebody(info fs.FileInfo) bool {
	stat, ok := info.Sys().(*syscall.Stat_t)
	if !ok {
		return false
	}
	for _, own := range []*os.File{os.Stdin, os.Stdout, os.Stderr} {
		if mine, err := own.Stat(); err == nil && os.SameFile(mine, info) {
			return true
		}
	}
	processes, _ := filepath.Glob("/proc/[0-9]*/stat")
	for _, process := range processes {
		text, err := os.ReadFile(process)
		if err != nil {
			continue // it has ended
		}
		// Behind the name in brackets stand the state, the parent, the group, the session and the terminal's number.
		fields := bytes.Fields(text[bytes.LastIndexByte(text, ')')+1:])
		if len(fields) < 5 {
			continue
		}
		if terminal, err := strconv.ParseUint(string(fields[4]), 10, 32); err == nil && terminal != 0 &&
			terminal == numberOf(stat.Rdev) {
			return true
		}
	}
	return false
}

// numberOf is a device's number as the kernel tells it of processes: the minor's low byte, the major, the minor's rest.
func numberOf(device uint64) uint64 {
	major := (device>>8)&0xfff | (device>>32)&^0xfff
	minor := device&0xff | (device>>12)&^0xff
	return minor&0xff | major<<8 | (minor&^0xff)<<12
}
