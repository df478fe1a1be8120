package main

import "fmt"

func main() {
	for _, r := range bands(300) {
		fmt.Println(r)
	}
}
