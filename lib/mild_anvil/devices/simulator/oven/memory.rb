# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Oven
        # What the logger of an oven remembers: a file that is only added to, so that a power cut loses at most the line
        # that was being written.
        class Memory
          Line = Struct.new(:number, :text, keyword_init: true)

          attr_reader :test, :began, :lines

          # @param path [String]
          def initialize(path)
            @path = path
            @lines = []
            read if File.exist?(path)
          end

          # A new test: what was there before is given up.
          # @param began [Float] seconds of the clock that runs on when the power is off
          def begin(test, began)
            @test = test
            @began = began
            @lines = []
            @file&.close
            @file = File.new(@path, "wb")
            write("T #{test} #{began}")
          end

          # @return [Integer] of the line
          def add(text)
            number = (@lines.last&.number || 0) + 1
            write("#{number} #{text}")
            @lines << Line.new(number: number, text: text)
            number
          end

          # @return [Array<Line>] after a number
          def since(number, most) = @lines.drop_while { |line| line.number <= number }.first(most)

          private

          def read
            whole = File.binread(@path)
            whole = whole[0..(whole.rindex("\n") || -1)] # a half line is dropped
            File.binwrite(@path, whole)
            head, *rest = whole.force_encoding(Encoding::UTF_8).lines(chomp: true)
            _, @test, began = head.to_s.split
            @began = began.to_f
            @lines = rest.map do |line|
              line.split(" ", 2).then do |number, text|
                Line.new(number: number.to_i, text: text)
              end
            end
            @file = File.new(@path, "ab")
          end

          def write(line)
            @file.write("#{line}\n")
            @file.flush
            @file.fdatasync
          end
        end
      end
    end
  end
end
