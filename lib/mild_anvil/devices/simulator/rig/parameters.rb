# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Rig
        # The parameters of a command: how many, of which kind, within what.
        class Parameters
          NUMBER = /\A[+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:e[+-]?\d+)?\z/i
          # Refused with a code of the protocol.
          class Wrong < StandardError
            attr_reader :code

            def initialize(code, words)
              @code = code
              super(words)
            end
          end

          # @param text [String] behind the command
          # @param kinds [Array<Symbol, Array<String>>] :number, :above, :whole, :count, :word, or the words there are
          # @return [Array]
          # @raise [Wrong]
          def self.read(text, kinds)
            parts = text.strip.empty? ? [] : text.split(",", -1).map(&:strip)
            raise Wrong.new(-109, "too few") if parts.size < kinds.size
            raise Wrong.new(-108, "too many") if parts.size > kinds.size

            parts.zip(kinds).map { |part, kind| value(part, kind) }
          end

          def self.value(text, kind)
            return text if kind == :word
            return word(text, kind) if kind.is_a?(Array)
            raise Wrong.new(-104, "not a number") unless NUMBER.match?(text)

            within(text.to_f, kind)
          end
          private_class_method :value

          def self.word(text, words)
            found = words.find { |one| one == text.upcase }
            found || raise(Wrong.new(-222, "out of range"))
          end
          private_class_method :word

          def self.within(number, kind)
            fits = number.finite? && case kind
                                     when :above then number.positive?
                                     when :whole then number == number.floor && number >= 0
                                     when :count then number == number.floor && number >= 1
                                     else true
                                     end
            raise Wrong.new(-222, "out of range") unless fits

            %i[whole count].include?(kind) ? number.to_i : number
          end
          private_class_method :within
        end
      end
    end
  end
end
