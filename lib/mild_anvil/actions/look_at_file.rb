# frozen_string_literal: true

module MildAnvil
  module Actions
    # A file read and searched. What the preview has just seen need not be read again when the same file is saved at once:
    # the last few are kept, each for one taker, under all that the answer depends on.
    module LookAtFile
      MOST_KEPT = 6
      MOST_BYTES = 32 * 1024 * 1024 # of all that are kept

      Key = Struct.new(:sha256, :size, :name, :choices)
      LOCK = Mutex.new
      KEPT = {} # rubocop:disable Style/MutableConstant -- the kept ones, oldest first
      private_constant :Key, :LOCK, :KEPT

      module_function

      # @param source [Devices::Delimited::Source]
      # @param choices [Devices::Delimited::Reader::Choices]
      # @return [Array(Devices::Delimited::Reading, Core::Curve::Analysis)] the analysis is nil when there are questions
      # @raise [InvalidInput]
      def call(source, name:, choices:)
        key = key(source, name, choices)
        LOCK.synchronize { KEPT.delete(key) } || look(source, name, choices)
      end

      # The same, kept for the next one who asks.
      def first(source, name:, choices:)
        call(source, name: name, choices: choices).tap { |found| keep(key(source, name, choices), found) if found.first.ready? }
      end

      def look(source, name, choices)
        reading = Devices::Delimited::Reader.read(source, name: name, units: Catalogue.units, choices: choices)
        [reading, reading.ready? ? Core::Curve::Analysis.new(reading.recording) : nil]
      end
      private_class_method :look

      def keep(key, found)
        LOCK.synchronize do
          KEPT[key] = found
          KEPT.shift while KEPT.size > MOST_KEPT || KEPT.keys.sum(&:size) > MOST_BYTES
        end
      end
      private_class_method :keep

      def key(source, name, choices) = Key.new(source.sha256, source.size, name, choices.to_h)
      private_class_method :key
    end
  end
end
