# frozen_string_literal: true

module MildAnvil
  module Devices
    module Drivers
      # What was asked on a line and is not answered yet, oldest first. Answers come in the order of the questions, so
      # an answer belongs to the oldest question whose form it has; those before it are never answered. An answer that
      # comes after somebody gave up waiting still finds its own question, and is nobody else's.
      class Exchange
        NUMBER = /[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?/
        STATES = %w[IDLE ARMED RAMP HOLD CYCLE RELEASE STOPPED ESTOP FAULT].freeze
        OK = /\AOK\z/
        REFUSAL = /\AERR (-\d+),"?(.*?)"?\z/
        CHANNEL = /\d+:[a-z_]+:[^:;]+:#{NUMBER}:#{NUMBER}/
        # What an answer can look like; whatever is not listed is answered OK.
        FORMS = {
          "SYST:STAT?" => /\A(?:#{STATES.join('|')}),\d+,#{NUMBER}\z/, "SYST:BOOT?" => /\A\d{1,16}\z/,
          "SYST:VERS?" => /\AMA-\d+\z/, "*IDN?" => /\A[^,:;"]+(?:,[^,:;"]*){3}\z/,
          "SYST:LOCK?" => /\A(?:MINE|FREE|OTHER)\z/, "SENS:CHAN?" => /\A#{CHANNEL}(?:;#{CHANNEL})*;?\z/,
          "SENS:RATE" => /\A#{NUMBER}\z/, "SENS:RATE?" => /\A#{NUMBER}\z/, "SENS:ZERO" => /\A#{NUMBER}\z/
        }.freeze

        # answer: nil while there is none
        Asked = Struct.new(:command, :form, :answer) do
          def refusal = REFUSAL.match(answer.to_s)
        end

        # @param command [String]
        # @return [Regexp]
        def self.form(command) = FORMS.fetch(command[/\A\S+/], OK)

        attr_reader :surplus

        def initialize
          @asked = []
          @guard = Mutex.new
          @surplus = 0
        end

        # @return [Asked]
        def ask(command)
          Asked.new(command, self.class.form(command)).tap { |one| @guard.synchronize { @asked << one } }
        end

        # @return [Asked, nil] whom it answers; nil: nobody asked that
        def answer(line)
          @guard.synchronize do
            at = REFUSAL.match?(line) ? (0 if @asked.any?) : @asked.index { |one| one.form.match?(line) }
            return note_surplus(line) if at.nil?

            @asked.shift(at)
            @asked.shift.tap { |one| one.answer = line }
          end
        end

        private

        # An answer too many: one of those before it was none.
        def note_surplus(line)
          @surplus += 1 if [OK, REFUSAL, *FORMS.values].any? { |form| form.match?(line) }
          nil
        end
      end
    end
  end
end
