# frozen_string_literal: true

module MildAnvil
  module Core
    module Acceptance
      # A limit as a formula of the piece's dimensions: numbers with units, names, + − × ÷, brackets, min and max.
      #
      # "min(3 mm, t/2)" with t = 0.008 m is 0.003 m. Everything is SI inside; a bare number has no unit.
      class Formula
        NUMBER = /(\d+(?:[.,]\d+)?)(?:\s*(mm|cm|m|µm|in|N|kN|MPa|%|°)(?![[:alpha:]]))?/
        TOKEN = %r{\s*(?:#{NUMBER}|(min|max)(?=\s*\()|([[:alpha:]]\w*)|([-+*/(),;×÷−]))}
        UNITS = { "mm" => 0.001, "cm" => 0.01, "m" => 1.0, "µm" => 1.0e-6, "in" => 0.0254, "N" => 1.0, "kN" => 1000.0,
                  "MPa" => 1.0e6, "%" => 0.01, "°" => 1.0 }.freeze
        SAME = { "×" => "*", "÷" => "/", "−" => "-", ";" => "," }.freeze
        LONGEST = 120
        DEEPEST = 20
        OPERATIONS = { "+" => :+, "-" => :-, "*" => :*, "/" => :/ }.freeze

        attr_reader :text, :names

        # @param text [String]
        # @raise [InvalidInput] saying where it cannot be read
        def initialize(text)
          @text = text.to_s.strip
          refuse("is empty") if @text.empty?
          refuse("is longer than #{LONGEST} characters") if @text.size > LONGEST
          @tokens = tokens
          @names = @tokens.filter_map { |kind, value| value if kind == :name }.uniq
          parse
        end

        # @param values [Hash{String => Float}] SI, by name
        # @return [Float]
        # @raise [InvalidInput] for a name without a value, or a division by zero
        def value(values = {})
          missing = names - values.keys
          refuse("needs #{missing.join(', ')}") unless missing.empty?

          result = evaluate(@tree, values)
          refuse("has no finite value") unless result.finite?
          result
        end

        private

        def refuse(why) = raise(InvalidInput.new("The limit “#{@text}” #{why}", fields: { limit: why }))

        def tokens
          found = []
          rest = @text
          until rest.strip.empty?
            match = /\A#{TOKEN}/o.match(rest) or refuse("cannot be read from “#{rest.strip[0, 12]}” on")
            found << token(match)
            rest = match.post_match
          end
          found
        end

        def token(match)
          number, unit, function, name, sign = match.captures
          return [:number, Float(number.tr(",", ".")) * UNITS.fetch(unit, 1.0)] if number
          return [:function, function] if function
          return [:name, name] if name

          [:sign, SAME.fetch(sign, sign)]
        end

        def parse
          @at = 0
          @tree = sum(0)
          refuse("has something left over at its end") if @at < @tokens.size
        end

        def sum(depth) = chain(%w[+ -], depth) { product(depth) }
        def product(depth) = chain(%w[* /], depth) { factor(depth) }

        def chain(signs, depth)
          refuse("nests too deeply") if depth > DEEPEST
          left = yield
          while signs.include?(sign)
            operation = OPERATIONS.fetch(take.last)
            left = [operation, left, yield]
          end
          left
        end

        def factor(depth)
          kind, value = take
          case kind
          when :number, :name then [kind, value]
          when :function then [value.to_sym, *arguments(depth)]
          else signed(value, depth)
          end
        end

        def signed(value, depth)
          return [:-, [:number, 0.0], factor(depth + 1)] if value == "-" && depth <= DEEPEST

          refuse("ends too early or has a sign too many") unless value == "("

          inner = sum(depth + 1)
          expect(")")
          inner
        end

        def arguments(depth)
          expect("(")
          list = [sum(depth + 1)]
          while sign == ","
            take
            list << sum(depth + 1)
          end
          expect(")")
          list
        end

        def sign = @tokens[@at]&.first == :sign ? @tokens[@at].last : nil

        def take
          token = @tokens[@at]
          @at += 1
          token || [nil, nil]
        end

        def expect(wanted)
          refuse("misses a “#{wanted}”") unless sign == wanted
          take
        end

        def evaluate(node, values)
          operation, *parts = node
          case operation
          when :number then parts.first
          when :name then values.fetch(parts.first)
          when :min, :max then parts.map { |part| evaluate(part, values) }.public_send(operation)
          else parts.map { |part| evaluate(part, values) }.reduce(operation)
          end
        end
      end
    end
  end
end
