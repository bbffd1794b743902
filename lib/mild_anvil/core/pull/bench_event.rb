# frozen_string_literal: true

module MildAnvil
  module Core
    module Pull
      # What a bench tells besides its readings, in words; and what of it ends a pull.
      module BenchEvent
        WORDS = { "BREAK" => "it broke", "ESTOP" => "the emergency stop was pressed",
                  "LIMIT" => "the bench reached its limit", "GUARD OPEN" => "the guard was opened",
                  "GUARD SHUT" => "the guard was shut" }.freeze
        OVERLOAD = /\AOVERLOAD (\d+)\z/
        LOST = /\ACELL (\d+) LOST\z/
        ENDING = /\A(?:ESTOP|LIMIT|GUARD OPEN|OVERLOAD \d+|CELL \d+ LOST)\z/
        STATE = "STATE "

        module_function

        # @param word [String] of the protocol
        # @return [Boolean] whether it is kept beside the curve
        def kept?(word) = !words(word).nil?

        # @return [Boolean] whether a bench stops for it
        def ends?(word) = word.match?(ENDING)

        # @param roles [Array<String>] of the channels, where they are known
        # @return [String, nil] nil for what is nothing but a change of state
        def words(word, roles = [])
          WORDS[word] || of_channel(word, OVERLOAD, roles,
                                    "was overloaded") || of_channel(word, LOST, roles, "was lost")
        end

        def of_channel(word, form, roles, what)
          found = form.match(word) or return
          role = roles[found[1].to_i]
          "#{role ? "the #{role.tr('_', ' ')} cell" : 'a cell'} #{what}"
        end
        private_class_method :of_channel
      end
    end
  end
end
